/** The one page that the phone sees: choose or take a picture, and it is sent as JPEG. */

const script = `
const input = document.querySelector('input');
const says = document.querySelector('p[role=status]');
const longest = 4200;
async function asJpeg(file) {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (image === null) throw new Error('This picture cannot be opened here. Set the camera to “most compatible” and take it again.');
  const scale = Math.min(1, longest / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d').drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) => canvas.toBlob((blob) => blob ? resolve(blob) : reject(new Error('The picture could not be made a JPEG.')), 'image/jpeg', 0.92));
}
input.addEventListener('change', async () => {
  const files = [...input.files];
  input.value = '';
  let sent = 0;
  try {
    for (const file of files) {
      says.textContent = 'Sending ' + (sent + 1) + ' of ' + files.length + '…';
      const response = await fetch(location.pathname, { method: 'POST', headers: { 'Content-Type': 'image/jpeg' }, body: await asJpeg(file) });
      if (!response.ok) throw new Error(await response.text());
      sent++;
    }
    says.textContent = sent === 1 ? 'It is on the bench. You can send another.' : sent + ' pictures are on the bench.';
  } catch (error) {
    says.textContent = error instanceof TypeError ? 'The bench does not answer any more. Open the way again there.' : error.message;
  }
});
`;

const style = `
body { margin: 0; padding: 28px 22px; background: #f5f3ee; color: #22303a; font: 18px/1.4 system-ui, sans-serif; }
h1 { margin: 0 0 10px; font-size: 22px; }
label { display: block; margin: 24px 0; padding: 22px; border-radius: 3px; background: #1f7a6d; color: #fff; font-size: 20px; font-weight: 600; text-align: center; }
label:focus-within { outline: 3px solid #22303a; outline-offset: 3px; }
input { position: absolute; width: 1px; height: 1px; opacity: 0; }
`;

/** `nonce` is for this one answer. */
export const phonePage = (nonce: string): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>To the bench</title>
<style nonce="${nonce}">${style}</style>
<h1>A picture for the bench</h1>
<p>From straight above, in even light, all of the piece in it. Where it was taken is not sent.</p>
<label>Take or choose a picture<input type="file" accept="image/jpeg,image/png,image/webp" multiple></label>
<p role="status"></p>
<noscript><p>This page needs JavaScript to make the picture a JPEG.</p></noscript>
<script nonce="${nonce}">${script}</script>
</html>
`;

export const phonePolicy = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'nonce-${nonce}'`,
    `style-src 'nonce-${nonce}'`,
    "connect-src 'self'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
