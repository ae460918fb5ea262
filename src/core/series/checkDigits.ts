/** Check characters of ISO/IEC 7064: pure systems multiply and add over the whole string, hybrid ones take turns between two moduli. */

const digits = '0123456789';
const alphanumeric = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The systems of ISO/IEC 7064:2003, by what they take and what they add. */
export const checkSystems = ['mod-11-2', 'mod-37-2', 'mod-97-10', 'mod-11-10', 'mod-37-36'] as const;
export type CheckSystem = (typeof checkSystems)[number];

interface System {
  readonly name: string;
  readonly characters: string;
  readonly of: (text: string) => string;
}

const valueIn = (characters: string, character: string): number => characters.indexOf(character);

/** Clause 7: the string and its check character, the first the most significant, are 1 modulo m in base r. */
function pure(characters: string, checks: string, modulus: number, radix: number, length: number) {
  return (text: string): string => {
    let sum = 0;
    for (const character of text) sum = ((sum + valueIn(characters, character)) * radix) % modulus;
    for (let position = 1; position < length; position++) sum = (sum * radix) % modulus;
    const check = (((1 - sum) % modulus) + modulus) % modulus;
    if (length === 1) return checks[check]!;
    return `${checks[Math.floor(check / radix)]!}${checks[check % radix]!}`;
  };
}

/** Clause 8: MOD M+1,M. */
function hybrid(characters: string) {
  const modulus = characters.length;
  return (text: string): string => {
    let product = modulus;
    for (const character of text) {
      const sum = (product + valueIn(characters, character)) % modulus || modulus;
      product = (sum * 2) % (modulus + 1);
    }
    return characters[(modulus + 1 - product) % modulus]!;
  };
}

const systems: Readonly<Record<CheckSystem, System>> = {
  'mod-11-2': {
    name: 'MOD 11-2: digits, adds a digit or X',
    characters: digits,
    of: pure(digits, `${digits}X`, 11, 2, 1),
  },
  'mod-37-2': {
    name: 'MOD 37-2: digits and letters, adds one of them or *',
    characters: alphanumeric,
    of: pure(alphanumeric, `${alphanumeric}*`, 37, 2, 1),
  },
  'mod-97-10': {
    name: 'MOD 97-10: digits, adds two digits',
    characters: digits,
    of: pure(digits, digits, 97, 10, 2),
  },
  'mod-11-10': { name: 'MOD 11,10: digits, adds a digit', characters: digits, of: hybrid(digits) },
  'mod-37-36': {
    name: 'MOD 37,36: digits and letters, adds one of them',
    characters: alphanumeric,
    of: hybrid(alphanumeric),
  },
};

export const checkSystemName = (system: CheckSystem): string => systems[system].name;

/** What is added at the end; null where the text has characters that the system does not know. Capital letters only. */
export function checkCharacters(text: string, system: CheckSystem): string | null {
  const { characters, of } = systems[system];
  return text !== '' && [...text].every((character) => characters.includes(character)) ? of(text) : null;
}

/** Whether a text with its check characters is right. */
export function isChecked(text: string, system: CheckSystem): boolean {
  const length = system === 'mod-97-10' ? 2 : 1;
  return text.length > length && checkCharacters(text.slice(0, -length), system) === text.slice(-length);
}
