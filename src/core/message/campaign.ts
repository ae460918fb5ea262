/** Campaign parameters of an address, added and removed without touching the rest of it. */

export const campaignKeys = ['source', 'medium', 'name', 'term', 'content'] as const;
export type Campaign = Partial<Record<(typeof campaignKeys)[number], string>>;

/** Names under which web statistics look for them (common practice, no source). */
const parameterNames: Readonly<Record<(typeof campaignKeys)[number], string>> = {
  source: 'utm_source',
  medium: 'utm_medium',
  name: 'utm_campaign',
  term: 'utm_term',
  content: 'utm_content',
};

interface Parts {
  readonly before: string;
  readonly pairs: readonly string[];
  readonly fragment: string;
}

/** Query and fragment as RFC 3986, 3.4 and 3.5, part them. */
function partsOf(address: string): Parts {
  const hash = address.indexOf('#');
  const fragment = hash < 0 ? '' : address.slice(hash);
  const whole = hash < 0 ? address : address.slice(0, hash);
  const mark = whole.indexOf('?');
  if (mark < 0) return { before: whole, pairs: [], fragment };
  return {
    before: whole.slice(0, mark),
    pairs: whole
      .slice(mark + 1)
      .split('&')
      .filter(Boolean),
    fragment,
  };
}

const nameOf = (pair: string): string => pair.split('=', 1)[0]!.toLowerCase();

/** The campaign parameters in an address, decoded; those that are not there are left out. */
export function readCampaign(address: string): Campaign {
  const campaign: Campaign = {};
  for (const pair of partsOf(address).pairs)
    for (const key of campaignKeys)
      if (nameOf(pair) === parameterNames[key]) campaign[key] = decoded(pair.slice(pair.indexOf('=') + 1));
  return campaign;
}

/** The address with exactly these campaign parameters, at the end of its query; empty ones are left out. */
export function withCampaign(address: string, campaign: Campaign): string {
  const { before, pairs, fragment } = partsOf(address);
  const parameters = new Set(Object.values(parameterNames));
  const kept = pairs.filter((pair) => !parameters.has(nameOf(pair)));
  const added = campaignKeys
    .filter((key) => campaign[key])
    .map((key) => `${parameterNames[key]}=${encodeURIComponent(campaign[key]!)}`);
  const query = [...kept, ...added].join('&');
  return `${before}${query === '' ? '' : `?${query}`}${fragment}`;
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text.replace(/\+/g, ' '));
  } catch {
    return text;
  }
}
