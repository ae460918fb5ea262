/** What a job is made of on the command line: message, material with machine, and look. */
import { basename } from 'node:path';
import { logoWays, newLogo } from '../core/logo';
import { presets, type Preset } from '../core/artwork';
import { parseProfileDocument, parseStyleDocument } from '../wire';
import { plainLook, type Look } from '../core/job';
import { problemsOf } from '../core/document';
import { emptyMessage, kindIds, messageSchema, type Message } from '../core/message';
import { type Pair, machineKinds, pairOf, sourceOf } from '../core/plan';
import { pairs, presetFitness } from '../content';
import { UsageError, type Values } from './command';
import { readJson, oneOf } from './input';
import { readUpload } from './uploads';

export const pictureWays = logoWays.filter((way) => way !== 'knock-out');

/** A shipped style by its name, or a style document; with a logo or a picture from a file. */
export async function chosenLook(values: Values): Promise<Look> {
  const { style, logo: over, picture } = values as Record<string, string | undefined>;
  const look = style === undefined ? plainLook : await readLook(style);
  if (over !== undefined && picture !== undefined)
    throw new UsageError('a code has a --logo or a --picture, not both.');
  const logo = over ?? picture;
  if (logo === undefined) return look;
  const by = picture === undefined ? 'knock-out' : (oneOf(values, 'picture-by', pictureWays) ?? 'free-bits');
  try {
    const { hash, mediaType } = await readUpload(logo);
    const kind = mediaType === 'image/png' ? 'picture' : 'drawing';
    return { ...look, logo: newLogo({ kind, file: hash, fileName: basename(logo) }, by) };
  } catch (error) {
    throw new UsageError(`${logo}: ${(error as Error).message}`);
  }
}

export async function readLook(nameOrPath: string): Promise<Look> {
  const preset = presets.find(({ id }) => id === nameOrPath);
  if (preset !== undefined) return { style: preset.style, logo: null };
  if (!nameOrPath.endsWith('.json'))
    throw new UsageError(
      `there is no style “${nameOrPath}”; there is ${presets.map(({ id }) => id).join(', ')}, or a style document FILE.json.`,
    );
  const parsed = parseStyleDocument(await readJson(nameOrPath));
  if ('problems' in parsed)
    throw new UsageError(`${nameOrPath} is not a style document:\n${parsed.problems.join('\n')}`);
  return { style: parsed.style.style, logo: parsed.style.logo };
}

/** A shipped style with how readily each reader takes it. */
export function describePreset({ id, name, style }: Preset): object {
  return { style: id, name, look: { style, logo: null }, fitness: presetFitness(id) };
}

/** The message of the one option that gives it. Fields that a message file leaves out are empty. */
export async function chosenMessage(values: Values): Promise<Message> {
  const { url, text: plain, message: path } = values as Record<string, string | undefined>;
  if ([url, plain, path].filter((option) => option !== undefined).length !== 1)
    throw new UsageError('give either --url, --text or --message.');
  if (url !== undefined) return { kind: 'web', address: url };
  if (plain !== undefined) return { kind: 'text', text: plain };
  const fields = await readJson(path!);
  const kind = kindIds.find((id) => id === (fields as { kind?: unknown } | null)?.kind);
  if (kind === undefined) throw new UsageError(`${path} has no known kind; there is ${kindIds.join(', ')}.`);
  const parsed = messageSchema.safeParse({ ...emptyMessage(kind), ...(fields as object) });
  if (!parsed.success)
    throw new UsageError(`${path} is not a message:\n${problemsOf(parsed.error).join('\n')}`);
  return parsed.data;
}

/** Of a profile from a file, or of the shipped ones. */
export async function chosenPair(values: Values): Promise<Pair | undefined> {
  const { material, machine, profile } = values as Record<string, string | undefined>;
  if (profile !== undefined) {
    if (material !== undefined || machine !== undefined)
      throw new UsageError('--profile says material and machine; leave out --material and --machine.');
    const parsed = parseProfileDocument(await readJson(profile));
    if ('problems' in parsed)
      throw new UsageError(`${profile} is not a profile:\n${parsed.problems.join('\n')}`);
    return pairOf(parsed.profile.pair);
  }
  if (material === undefined && machine === undefined) return undefined;
  const pair = pairs.find(
    (candidate) =>
      (material === undefined || candidate.material.id === material) &&
      (machine === undefined || candidate.machine.id === machine),
  );
  if (pair) return pair;
  const known = pairs.map(
    (candidate) => `  --material ${candidate.material.id} --machine ${candidate.machine.id}`,
  );
  throw new UsageError(`there is no such pair. Known pairs:\n${known.join('\n')}`);
}

export function describePair(pair: Pair): object {
  const { profile, material, machine, process, markColour, markTone } = pair;
  return {
    profile,
    material: material.id,
    machine: machine.id,
    materialName: material.name,
    machineName: machine.name,
    operation: machineKinds[machine.kind].operation,
    markTone,
    baseColour: material.baseColour,
    markColour,
    dotMm: machine.dotMm,
    ...process,
    smallestModuleMm: pair.smallestModuleMm,
    coloursFrom: sourceOf(pair, 'markColour'),
    valuesFrom: sourceOf(pair, 'elementMm'),
  };
}
