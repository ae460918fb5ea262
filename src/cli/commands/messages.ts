/** The commands about messages alone. */
import {
  describeMessage,
  kindIds,
  kindJsonSchema,
  kindName,
  readBytes,
  readPayload,
  writeMessage,
} from '../../core/message';
import { UsageError, type Run } from '../command';
import { sentenceOf } from '../findings';
import { none, required } from '../input';

export const listKinds: Run = async (_values, positionals) => {
  none(positionals);
  return {
    output: kindIds.map((id) => ({ kind: id, name: kindName(id), schema: kindJsonSchema(id) })),
    stops: false,
  };
};

export const printPayload: Run = async (values, positionals) => {
  none(positionals);
  if (values.hex === undefined) return { output: readPayload(required(values, 'text')), stops: false };
  const bytes = { kind: 'raw', notation: 'hexadecimal', content: required(values, 'hex') } as const;
  const [problem] = describeMessage(bytes).findings.filter(({ severity }) => severity === 'stop');
  if (problem) throw new UsageError(sentenceOf(problem));
  const written = Array.from(writeMessage(bytes), (character) => character.charCodeAt(0));
  return { output: readBytes(Uint8Array.from(written)), stops: false };
};
