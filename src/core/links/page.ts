/** Plain pages of the door and of tables: nothing in them comes from elsewhere. */

export const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** What a retired link shows, in the owner's words. Nothing in it comes from elsewhere. */
export const retiredPage = (name: string, text: string): string =>
  page(
    name,
    '',
    `<p>${escaped(text.trim() === '' ? 'This address is not in use any more.' : text).replace(/\n/g, '<br>')}</p>`,
  );

export const page = (title: string, head: string, body: string): string =>
  `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta name="robots" content="noindex">
<title>${escaped(title)}</title>
${head}<style>body{max-width:36em;margin:12vh auto;padding:0 1em;font:18px/1.5 sans-serif;overflow-wrap:anywhere}</style>
</head>
<body>${body}</body>
</html>
`;
