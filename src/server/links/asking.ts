/** Asks an address whether it answers, as a phone would get there. Only when the owner wants to know: nothing calls out by itself. */
import { isThirdParty } from '../../core/links';
import { z } from '../../core/schema';
import type { Answered } from '../../wire';

const [mostHops, patienceMs] = [6, 8000];
/** So that whoever counts takes it for what it is. */
const userAgent = 'Mozilla/5.0 (compatible; Binarus robot; asked by its owner)';

/** Codes of errors by what they mean to the owner (Node.js, OpenSSL and c-ares). */
const noHost = new Set(['ENOTFOUND', 'EAI_AGAIN', 'EAI_NODATA', 'EAI_NONAME']);
const isCertificate = (code: string): boolean =>
  /^(ERR_TLS_CERT|CERT_|DEPTH_ZERO|SELF_SIGNED|UNABLE_TO_|HOSTNAME_MISMATCH|INVALID_CA)/.test(code);

/** `given` is an http or https address. Resolves with what became of it, never rejects. */
export async function askAddress(given: string, signal = AbortSignal.timeout(patienceMs)): Promise<Answered> {
  let address = given;
  const hops: string[] = [];
  try {
    for (;;) {
      const response = await fetch(address, {
        redirect: 'manual',
        signal,
        headers: { 'user-agent': userAgent },
      });
      // Nobody reads it.
      await response.body?.cancel();
      const { status } = response;
      const next = response.headers.get('location');
      if (status < 300 || status >= 400 || next === null)
        return {
          outcome: status < 400 ? 'answers' : 'refuses',
          status,
          at: address,
          hops,
          isThirdParty: isThirdParty(given, address),
        };
      if (!URL.canParse(next, address)) return none('no-address', next, hops);
      address = new URL(next, address).href;
      hops.push(address);
      if (!/^https?:/.test(address))
        return { outcome: 'other-scheme', status, at: address, hops, isThirdParty: false };
      if (hops.length > mostHops) return none('goes-round', address, hops);
    }
  } catch (error) {
    return none(faultOf(error), address, hops);
  }
}

const none = (outcome: Answered['outcome'], address: string, hops: readonly string[]): Answered => ({
  outcome,
  status: null,
  at: address,
  hops: [...hops],
  isThirdParty: false,
});

/** What failed, by the name and the code that the error has. */
const faultSchema = z.object({
  name: z.string().catch(''),
  cause: z.object({ code: z.string().catch('') }).catch({ code: '' }),
});
function faultOf(error: unknown): Answered['outcome'] {
  const { name, cause } = faultSchema.parse(error);
  if (name === 'TimeoutError') return 'silent';
  if (noHost.has(cause.code)) return 'no-host';
  if (isCertificate(cause.code)) return 'certificate';
  return cause.code === 'ERR_INVALID_URL' ? 'no-address' : 'silent';
}
