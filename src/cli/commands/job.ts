/** `binarus job`: a job document, new or from a template. */
import { valuesOf } from '../../core/plan';
import { templates } from '../../content';
import { newJob, parseJob, type Job } from '../../core/job';
import { chosenLook, chosenMessage, chosenPair } from '../choices';
import { UsageError, type Outcome, type Values } from '../command';
import { countOf, millimetres, none, pieceSize } from '../input';

export async function printJob(values: Values, positionals: readonly string[]): Promise<Outcome> {
  none(positionals);
  const document = values.template === undefined ? await freshJob(values) : await templateJob(values);
  const parsed = parseJob(inVersion(document, values));
  if ('problems' in parsed) throw new UsageError(parsed.problems.join('\n'));
  return { output: parsed.job, stops: false };
}

/** A template with another name, message, material or look where they are given. Sizes are its own. */
async function templateJob(values: Values): Promise<Job> {
  const { name, template: id, url, text: plain, message } = values as Record<string, string | undefined>;
  const template = templates.find((entry) => entry.id === id);
  if (template === undefined)
    throw new UsageError(
      `there is no template “${id}”; there is ${templates.map((entry) => entry.id).join(', ')}.`,
    );
  for (const option of ['code-width', 'piece'])
    if (values[option] !== undefined)
      throw new UsageError(`--template brings its own sizes; leave out --${option}.`);
  const { job } = template;
  const [code, ...others] = job.codes;
  const pair = await chosenPair(values);
  const hasLook = hasLookOf(values);
  const hasMessage = [url, plain, message].some((option) => option !== undefined);
  const changed = {
    ...(hasMessage ? { message: await chosenMessage(values) } : {}),
    ...(hasLook ? await chosenLook(values) : {}),
  };
  return {
    ...job,
    name: name ?? job.name,
    codes: [{ ...code!, ...changed }, ...others],
    making: pair ? { ...job.making, pair: valuesOf(pair) } : job.making,
  };
}

const hasLookOf = (values: Values): boolean =>
  ['style', 'logo', 'picture'].some((option) => values[option] !== undefined);

/** In the version that was asked for. */
function inVersion(job: Job, values: Values): Job {
  const version = countOf(values, 'symbol-version', 40);
  if (version === undefined) return job;
  return { ...job, codes: job.codes.map((code) => ({ ...code, symbol: { ...code.symbol, version } })) };
}

async function freshJob(values: Values): Promise<Job> {
  const { name } = values as Record<string, string | undefined>;
  return newJob({
    name,
    message: await chosenMessage(values),
    pair: await chosenPair(values),
    codeWidthMm: millimetres(values, 'code-width'),
    pieceSizeMm: pieceSize(values),
    ...(hasLookOf(values) ? { look: await chosenLook(values) } : {}),
  });
}
