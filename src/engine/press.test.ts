import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { packageFile } from '../node/packageFiles';
import { plainStyle, presets, type Paint } from '../core/artwork';
import { findingKey } from '../core/finding';
import { applyChanges, itemsOf, newJob, withCodeAdded, type Job } from '../core/job';
import { newLogo } from '../core/logo';
import { findPair } from '../content';
import { createLibrary, runJob } from '../core/run';
import { withFirst, withPlacement } from '../testing/findings';
import { filesOf } from '../testing/files';
import { promptSeconds } from '../testing/promptly';
import { JobPress } from './press';

const renderer = () => packageFile('@resvg/resvg-wasm/index_bg.wasm');
const newPress = () => new JobPress(createLibrary(logoAssets(() => Promise.resolve(null))), renderer);
const plate = (
  address = 'https://ternquay.example/berth/17',
  material = 'birch-plywood',
  machine = 'co2-laser',
) =>
  newJob({
    message: { kind: 'web', address },
    pair: findPair(material, machine),
    codeWidthMm: 29,
    pieceSizeMm: { width: 90, height: 60 },
  });

/** A plate with a second code, whose message is longer. */
function pairOfCodes(): Job {
  const job = withCodeAdded(plate(), plate().codes[0]!);
  const message = { kind: 'text' as const, text: 'q'.repeat(300) };
  return { ...job, codes: job.codes.map((code, place) => (place === 1 ? { ...code, message } : code)) };
}

describe('the view', () => {
  it('is of the code at hand, of the first when that is gone, and lists every code', () => {
    const job = pairOfCodes();
    const press = newPress();
    const [first, second] = job.codes;
    const views = [first!.id, second!.id, 'gone'].map((id) => press.press(job, id));
    const made = runJob(job).made!;
    expect(views.map((view) => view.made!.version)).toEqual([
      made.codes[0]!.symbol.version,
      made.codes[1]!.symbol.version,
      made.codes[0]!.symbol.version,
    ]);
    expect(views[1]!.payloadBytes).toBe(300);
    expect(views[0]!.made!.codes.map(({ id }) => id)).toEqual([first!.id, second!.id]);
    expect(views[0]!.findings.map(findingKey)).toEqual(views[1]!.findings.map(findingKey));
  });

  it('counts bytes as UTF-8 does, and shows bytes as hexadecimal digits', () => {
    const press = newPress();
    const messageFindings = (message: Job['codes'][0]['message']) => {
      const job = withFirst(plate(), { message });
      return press.press(job, job.codes[0]!.id);
    };
    // RFC 3629: ø takes two bytes, ⚓ three.
    expect(messageFindings({ kind: 'text', text: 'ø⚓' }).payloadBytes).toBe(5);
  });

  it('has nothing drawn and a stop where the message fits no symbol', () => {
    const job = withFirst(plate(), { message: { kind: 'text', text: 'q'.repeat(3000) } });
    const view = newPress().press(job, job.codes[0]!.id);
    // ISO/IEC 18004:2015, table 7: 2,331 bytes at level M are the most.
    expect(view.made).toBeNull();
    expect(view.severity).toBe('stop');
    expect(view.heldBackBy.length).toBeGreaterThan(0);
  });

  it('names weak modules only where colours are printed', () => {
    const faded: Paint = {
      kind: 'linear',
      angleDegrees: 0,
      stops: [
        { at: 0, colour: '#14385c' },
        { at: 1, colour: '#d8a838' },
      ],
    };
    const painted = (job: Job, modules: Paint = faded): Job =>
      withFirst(job, { style: { ...plainStyle, paint: { ...plainStyle.paint, modules } } });
    const weakest = (job: Job) => newPress().press(job, job.codes[0]!.id).made!.weakest;
    const vinyl = painted(plate(undefined, 'white-vinyl', 'ink-jet-600dpi'));
    expect(weakest(painted(plate()))).toEqual([]);
    // None is weaker than the rest where all are alike.
    const even = painted(plate(undefined, 'white-vinyl', 'ink-jet-600dpi'), {
      kind: 'solid',
      colour: '#d8a838',
    });
    expect(weakest(even)).toEqual([]);
    const listed = weakest(vinyl);
    expect(listed.length).toBeGreaterThan(0);
    const contrasts = listed.map(({ contrast }) => contrast);
    expect(contrasts).toEqual([...contrasts].sort((a, b) => a - b));
  });

  it('does not depend on what was drawn before', () => {
    const [a, b] = [plate(), pairOfCodes()];
    const press = newPress();
    press.press(b, b.codes[1]!.id);
    const after = press.press(a, a.codes[0]!.id);
    expect(JSON.stringify(after)).toBe(JSON.stringify(newPress().press(a, a.codes[0]!.id)));
  });
});

describe('what a job refers to', () => {
  it('is loaded before it is drawn, and asked for anew only when something else is needed', async () => {
    const press = newPress();
    const worded = (text: string): Job => ({
      ...plate(),
      piece: { ...plate().piece, items: itemsOf([{ kind: 'words', text }]) },
    });
    const latin = worded('Berth 17');
    expect(await press.pressAtHand(plate(), 'code-1')).not.toBeNull();
    expect(await press.pressAtHand(latin, 'code-1')).toBeNull();
    await press.load(latin);
    expect(await press.pressAtHand(latin, 'code-1')).toEqual(press.press(latin, 'code-1'));
    expect(await press.pressAtHand(worded('Berth 18'), 'code-1')).not.toBeNull();
    // The shipped Latin fonts have no Greek.
    expect(await press.pressAtHand(worded('Θ 18'), 'code-1')).toBeNull();
    const marked = withFirst(plate(), { logo: newLogo({ kind: 'icon', icon: 'anchor' }) });
    expect(await press.pressAtHand(marked, 'code-1')).toBeNull();
    await press.load(marked);
    const drawn = await press.pressAtHand(marked, 'code-1');
    expect(drawn === 'given-up' ? null : drawn!.made!.logo).not.toBeNull();
  });
});

describe('what the machine does', () => {
  it('is drawn only while it is looked at, and is then what the file holds', async () => {
    const job = plate();
    const press = newPress();
    expect(press.press(job, job.codes[0]!.id).made!.operations).toEqual([]);
    const { operations } = press.press(job, job.codes[0]!.id, true).made!;
    expect(operations.map(({ kind }) => kind)).toEqual(['mark', 'cut']);
    const [file] = await filesOf(job, runJob(job));
    const svg = new TextDecoder().decode(file!.bytes);
    for (const { path } of operations) expect(svg).toContain(path);
  });
});

describe('fixes', () => {
  it('come by the key of their finding, each tried', async () => {
    const job = withPlacement(plate(), { widthMm: 12 });
    const press = newPress();
    const tried = await press.fixes(job);
    const { findings } = press.press(job, job.codes[0]!.id);
    const stopped = findings.find(({ kind }) => kind === 'module-size')!;
    const [first] = tried[findingKey(stopped)]!;
    const after = press.press(applyChanges(job, first!.changes), job.codes[0]!.id);
    expect(after.findings.find(({ kind }) => kind === 'module-size')!.severity).toBe('fine');
    // Findings that are fine have none.
    const fine = findings.filter(({ severity }) => severity === 'fine').map(findingKey);
    expect(fine.filter((key) => key in tried)).toEqual([]);
  });
});

describe('jobs beside the one on the bench', () => {
  it('are drawn small with what is not fine of them, and leave the one on the bench as it was', async () => {
    const press = newPress();
    const job = plate();
    const before = JSON.stringify(press.press(job, job.codes[0]!.id));
    const small = withPlacement(plate(), { widthMm: 12 });
    const picture = await press.picture(small);
    expect(picture).toMatchObject({ severity: 'stop', widthMm: 90, heightMm: 60 });
    expect(picture.unfine.map(({ kind }) => kind)).toContain('module-size');
    expect(picture.unfine.every(({ severity }) => severity !== ('fine' as string))).toBe(true);
    expect(JSON.stringify(press.press(job, job.codes[0]!.id))).toBe(before);
  });

  it('have a swatch for every shipped style', async () => {
    const job = plate();
    const swatches = await newPress().swatches(job, job.codes[0]!.id);
    expect(swatches.map(({ id }) => id)).toEqual(presets.map(({ id }) => id));
    expect(new Set(swatches.map(({ path }) => path)).size).toBeGreaterThan(presets.length / 2);
  });
});

describe('make it fit', () => {
  it('gives way to the next question', async () => {
    const long = `https://ternquay.example/${'harbour-office/winter-berths/'.repeat(5)}17`;
    const press = newPress();
    const [first, second] = await Promise.all([
      press.fit(plate(long), [], []),
      press.fit(plate(long), ['message'], []),
    ]);
    expect(first).toEqual([]);
    expect(second.length).toBeGreaterThan(0);
  });
});

describe('a picture that modules draw', () => {
  const drawnBy = (version: number, address: string) =>
    withFirst(plate(address), {
      logo: newLogo({ kind: 'icon', icon: 'anchor' }, 'free-bits'),
      symbol: { ...plate().codes[0]!.symbol, version, level: 'L' },
    });
  const [first, second] = ['a', 'b'].map((way) => drawnBy(40, `https://ternquay.example/${way}`));

  it('is given up for the next key, and drawn as without that where nobody asks again', async () => {
    const press = newPress();
    await press.load(first!);
    const before = press.press(first!, 'code-1');
    let whole: unknown;
    const wholeSeconds = await promptSeconds(Infinity, async () => {
      whole = await press.pressAtHand(second!, 'code-1');
    });
    expect(whole).toEqual(press.press(second!, 'code-1'));

    const most = Math.max(wholeSeconds / 2, 0.15);
    const seconds = await promptSeconds(most, async () => {
      const givenUp = press.pressAtHand(first!, 'code-1');
      setTimeout(() => press.announce(), 5);
      expect(await givenUp).toBe('given-up');
    });
    expect(seconds).toBeLessThan(most);
    expect(await press.pressAtHand(first!, 'code-1')).toEqual(before);
  });
});
