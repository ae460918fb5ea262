/** Logos of the demo world, drawn for it: a tern over water, crossed oars, a drop of varnish, a day mark for each slip. */
import { checkedFile } from '../../node/carriedFiles';

const svg = (content: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${content}</svg>`;

const drawings = {
  tern: svg(
    '<circle cx="50" cy="50" r="45" fill="none" stroke="#14385c" stroke-width="8"/>' +
      '<path d="M17 44Q35 24 50 42Q65 24 83 44Q68 39 57 51L50 64L43 51Q32 39 17 44Z" fill="#14385c"/>' +
      '<path d="M28 75q7.5 -8 15 0t15 0t15 0" fill="none" stroke="#1f7a6d" stroke-width="7" stroke-linecap="round"/>',
  ),
  oars: svg(
    '<g fill="none" stroke="#7a2e1f" stroke-width="8" stroke-linecap="round"><path d="M18 88L70 28"/><path d="M82 88L30 28"/></g>' +
      '<path d="M62 31L75 42Q90 26 88 10Q71 12 62 31Z" fill="#7a2e1f"/>' +
      '<path d="M38 31L25 42Q10 26 12 10Q29 12 38 31Z" fill="#7a2e1f"/>',
  ),
  'slip-1': svg('<circle cx="50" cy="50" r="40" fill="#14385c"/>'),
  'slip-2': svg('<path d="M10 10H90L50 90Z" fill="#14385c"/>'),
  'slip-3': svg('<path d="M10 10H90V40H10ZM10 60H90V90H10Z" fill="#14385c"/>'),
  'slip-4': svg('<path d="M36 8H64V36H92V64H64V92H36V64H8V36H36Z" fill="#14385c"/>'),
  'slip-5': svg('<path d="M50 6L94 50L50 94L6 50Z" fill="#14385c"/>'),
  'slip-6': svg('<path d="M8 30L50 8L92 30V54L50 32L8 54ZM8 70L50 48L92 70V94L50 72L8 94Z" fill="#14385c"/>'),
  'slip-7': svg('<path d="M10 10H90V90H10ZM34 34V66H66V34Z" fill="#14385c" fill-rule="evenodd"/>'),
  drop: svg('<path d="M50 6Q84 46 84 64A34 31 0 0 1 16 64Q16 46 50 6Z" fill="#b8730a"/>'),
} as const;
export type DemoLogo = keyof typeof drawings;

/** The files as they are kept. */
export const demoLogos = Object.fromEntries(
  Object.entries(drawings).map(([name, text]) => {
    const file = checkedFile(new TextEncoder().encode(text));
    if ('problem' in file) throw new Error(file.problem);
    return [name, { bytes: file.bytes, hash: file.hash }];
  }),
) as Readonly<Record<DemoLogo, { readonly bytes: Uint8Array; readonly hash: string }>>;
