/** How the ways are called in which a logo can come about. */
import type { LogoWay } from '../../../core/logo';

export const wayNames: Readonly<Record<LogoWay, { readonly name: string; readonly hint: string }>> = {
  'knock-out': { name: 'laid over the code', hint: 'Uses error correction' },
  'free-bits': { name: 'by modules', hint: 'One colour, no error correction' },
  'half-tone': { name: 'by parts', hint: 'Parts of modules follow it, for fine printers' },
  both: { name: 'by both', hint: 'Modules first, parts for the rest' },
};
