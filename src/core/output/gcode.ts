/**
 * G-code for generic laser and rotary engravers (RS-274 as of NIST IR 6556: G0, G1, G2, G3, G21, G90, G93, G94, M3, M5, M2;
 * M4 with power by speed is common practice of laser controllers). Areas are filled line by line, to and fro; then lines are
 * followed, those inside others first. The origin is the lower left corner of the piece, y grows away from the operator.
 */
import {
  arcCentre,
  boundsOf,
  fillLines,
  flattenRegion,
  growRegion,
  signedArea,
  toAndFro,
  type Box,
  type Contour,
  type Region,
} from '../geometry';
import {
  isLine,
  machineKinds,
  type AreaOperation,
  type LineOperation,
  type MachineKind,
  type OperationSheet,
} from '../plan';
import { CannotWrite, onePart, type WriteSetting, type Writer } from './writer';
import { layerNames } from './layers';
import { decimal } from './pathData';

/** How a kind of machine is told to work: a row for each. */
interface Dialect {
  /** Words that begin and end marking; `power` is the share of what is set at the machine. */
  readonly on: (power: number) => string;
  readonly off: string;
  /** Once at the start, and before the head goes back at the end. */
  readonly begin: readonly string[];
  readonly end: readonly string[];
  /** Whether the tool goes down to mark and up to travel, instead of going on and off. */
  readonly plunges: boolean;
  readonly origin: string;
}

/** Full power, as most laser controllers count it (common practice, no source). */
const fullPower = 1000;
const lowerLeft = 'lower left corner of the piece';

const dialects = {
  beam: {
    on: (power: number) => `S${Math.round(power * fullPower)}`,
    off: 'S0',
    begin: ['M4 S0'],
    end: ['M5'],
    plunges: false,
    origin: lowerLeft,
  },
  cutter: {
    on: () => '',
    off: '',
    begin: ['G0 Z2', 'M3 S10000'],
    end: ['G0 Z2', 'M5'],
    plunges: true,
    origin: lowerLeft,
  },
} as const satisfies Readonly<Record<NonNullable<MachineKind['tool']>, Dialect>>;

/** Height above the piece at which a cutter travels, speed of going down and depth of one pass, in millimetres (from memory). */
const [safeMm, plungeMmPerS, passMm] = [2, 2, 0.3];

export const writeGcode: Writer = (sheet, setting) => {
  const { machine } = setting.pair;
  const { tool } = machineKinds[machine.kind];
  if (tool === null)
    throw new CannotWrite(`${machine.name} takes no G-code; engravers with a beam or a cutter do.`);
  const program = new Program(sheet, setting, dialects[tool]);
  const names = layerNames(sheet);
  sheet.operations.forEach((operation, index) => {
    const { cutMmPerS } = setting.pair.process;
    program.note(`${names[index]}: ${operation.label}`);
    if (!isLine(operation)) program.fill(operation.area, operation.setting);
    else if (cutMmPerS === null || (operation.kind === 'cut' && tool !== 'beam'))
      program.note('not followed: the piece is cut with another tool');
    else program.follow(operation, cutMmPerS);
  });
  return onePart(new TextEncoder().encode(program.text()));
};

interface Point {
  readonly x: number;
  readonly y: number;
}

class Program {
  private readonly lines: string[] = [];
  private seconds = 0;
  private at: Point = { x: 0, y: 0 };
  private least: Point = { x: 0, y: 0 };
  private most: Point = { x: 0, y: 0 };
  private isDown = false;

  constructor(
    private readonly sheet: OperationSheet,
    private readonly setting: WriteSetting,
    private readonly dialect: Dialect,
  ) {}

  note(text: string): void {
    this.lines.push(`; ${text.replace(/[^\x20-\x7e]/g, '?').replace(/[;()]/g, ',')}`);
  }

  /** Line after line from the top, every other one from right to left. */
  fill(area: Region, setting: AreaOperation['setting']): void {
    const { process, machine } = this.setting.pair;
    const { lineIntervalMm, overscanMm } = process;
    const markMmPerS = setting?.speedMmPerS ?? process.markMmPerS;
    const power = setting === undefined ? (process.powerShare ?? 1) : setting.powerPercent / 100;
    if (lineIntervalMm === null) return;
    // A cutter stays within the edge by half its width; how far a pointed one spreads is taken back already.
    const tipMm = this.dialect.plunges && machine.halfAngleDegrees === null ? process.elementMm / 2 : 0;
    const reached = tipMm === 0 ? area : growRegion(area, -tipMm, 0.002);
    if (area.length > 0 && reached.length === 0)
      throw new CannotWrite(
        `The cutter of ${machine.name} is ${process.elementMm} mm wide, and no mark is. Make the code larger, or use a finer cutter.`,
      );
    const runUp = overscanMm ?? 0;
    for (const depthMm of this.depths()) {
      fillLines(reached, lineIntervalMm).forEach(({ y, runs }, line) => {
        const ordered = toAndFro(runs, line);
        const back = line % 2 === 0 ? -1 : 1;
        const level = this.up(y);
        ordered.forEach(([from, to], place) => {
          if (place === 0 || this.dialect.plunges) this.travel({ x: from + back * runUp, y: level });
          if (runUp > 0 || place > 0) this.mark({ x: from, y: level }, markMmPerS, 0, depthMm);
          this.mark({ x: to, y: level }, markMmPerS, power, depthMm);
        });
        const end = ordered.at(-1)![1];
        if (runUp > 0) this.mark({ x: end - back * runUp, y: level }, markMmPerS, 0, depthMm);
      });
      // The edge itself, so that the ends of the lines leave no steps.
      if (this.dialect.plunges) for (const contour of reached) this.outline(contour, markMmPerS, depthMm);
    }
  }

  /** Each outline once, what lies inside another first, then the nearest. */
  follow({ lines, isOpen }: LineOperation, mmPerS: number): void {
    const outlines = lines.map((contour) => ({
      bounds: boundsOf([contour])!,
      areaMm2: Math.abs(signedArea(contour)),
    }));
    // How many others each lies in: the deepest are followed first.
    const depths = outlines.map(({ bounds, areaMm2 }) => {
      let depth = 0;
      for (const other of outlines) if (other.areaMm2 > areaMm2 && liesIn(bounds, other.bounds)) depth++;
      return depth;
    });
    for (let depth = Math.max(0, ...new Set(depths)); depth >= 0; depth--) {
      const left = lines.filter((_, index) => depths[index] === depth);
      while (left.length > 0) {
        const nearest = this.nearestOf(left);
        const contour = left[nearest]!;
        left[nearest] = left.at(-1)!;
        left.pop();
        for (const depthMm of this.depths()) this.outline(contour, mmPerS, depthMm, isOpen);
      }
    }
  }

  /** Place of the outline that begins nearest to where the head is. */
  private nearestOf(outlines: readonly Contour[]): number {
    let [best, least] = [0, Infinity];
    for (let place = 0; place < outlines.length; place++) {
      const { x, y } = outlines[place]![0]!;
      const away = (x - this.at.x) ** 2 + (this.up(y) - this.at.y) ** 2;
      if (away < least) [best, least] = [place, away];
    }
    return best;
  }

  /** With what is known only at the end before it: bounds and time. Throws when the bed is too small. */
  text(): string {
    const { notes, pair, wrapped } = this.setting;
    const { bedWidthMm, bedHeightMm, name } = pair.machine;
    const [wide, high] = [this.most.x - this.least.x, this.most.y - this.least.y];
    if (wide > bedWidthMm || (bedHeightMm !== null && wrapped === null && high > bedHeightMm))
      throw new CannotWrite(
        `With its run-up the work is ${wide.toFixed(1)} x ${high.toFixed(1)} mm; the bed of ${name} is ${bedWidthMm} x ${bedHeightMm ?? 'any'} mm. Make the piece smaller, or change the bed in the profile.`,
      );
    const header = [
      notes.title,
      notes.description,
      `origin: ${this.dialect.origin}; y grows away from you`,
      `bounds: X ${decimal(this.least.x)} to ${decimal(this.most.x)}, Y ${decimal(this.least.y)} to ${decimal(this.most.y)} mm`,
      ...(wrapped === null
        ? []
        : [`rotary axis A in degrees, 360 to a turn of ${wrapped.diameterMm} mm; feeds are inverse time`]),
      ...(this.dialect.plunges
        ? ['Z0 is the surface']
        : [
            this.hasPowers()
              ? 'S1000 is the full power of the laser'
              : 'S1000 is the power that is set at the machine',
          ]),
      `time about ${Math.max(1, Math.round(this.seconds / 60))} min`,
    ].map((text) => `; ${text.replace(/[^\x20-\x7e]/g, '?').replace(/;/g, ',')}`);
    const mode = wrapped === null ? 'G94' : 'G93';
    return [
      ...header,
      'G21',
      'G90',
      mode,
      ...this.dialect.begin,
      ...this.lines,
      ...this.dialect.end,
      `G0 ${this.place({ x: 0, y: 0 })}`,
      'M2',
      '',
    ].join('\n');
  }

  /** Whether the program itself says how much of the power there is. */
  private hasPowers(): boolean {
    return (
      this.setting.pair.process.powerShare !== null ||
      this.sheet.operations.some((operation) => !isLine(operation) && operation.setting !== undefined)
    );
  }

  private up(y: number): number {
    return this.sheet.heightMm - y;
  }

  private depths(): readonly number[] {
    const { depthMm } = this.setting.pair.process;
    if (!this.dialect.plunges || depthMm === null) return [0];
    const passes = Math.max(1, Math.ceil(depthMm / passMm - 1e-9));
    return Array.from({ length: passes }, (_, pass) => (depthMm * (pass + 1)) / passes);
  }

  private outline(drawn: Contour, mmPerS: number, depthMm: number, isOpen = false): void {
    // Around an axis nothing is a true arc.
    const [contour] = this.setting.wrapped === null ? [drawn] : flattenRegion([drawn], 0.005);
    if (contour === undefined || contour.length === 0) return;
    const start = { x: contour[0]!.x, y: this.up(contour[0]!.y) };
    this.travel(start);
    contour.forEach((from, index) => {
      if (isOpen && index === contour.length - 1) return;
      const next = contour[(index + 1) % contour.length]!;
      const to = { x: next.x, y: this.up(next.y) };
      if (!from.bulge) return this.mark(to, mmPerS, 1, depthMm);
      const centre = arcCentre(from, next, from.bulge);
      const turn = 4 * Math.atan(Math.abs(from.bulge));
      const radius = Math.hypot(from.x - centre.x, from.y - centre.y);
      const offset = { x: centre.x - from.x, y: this.up(centre.y) - this.up(from.y) };
      this.down(depthMm);
      const length = radius * turn;
      // Clockwise on screen is so for the machine, whose y grows upwards.
      const code = from.bulge > 0 ? 'G2' : 'G3';
      const words = [this.place(to), `I${decimal(offset.x)}`, `J${decimal(offset.y)}`];
      this.lines.push(this.line(code, words, length, mmPerS, 1));
      this.reach(to, length / mmPerS);
      const box = boundsOf([[from, { x: next.x, y: next.y }]])!;
      this.widen({ x: box.x, y: this.up(box.y) });
      this.widen({ x: box.x + box.width, y: this.up(box.y + box.height) });
    });
    if (this.dialect.plunges) this.lift();
  }

  private travel(to: Point): void {
    if (this.dialect.plunges) this.lift();
    const { travelMmPerS, markMmPerS } = this.setting.pair.process;
    const length = Math.hypot(to.x - this.at.x, to.y - this.at.y);
    if (length < 1e-6) return;
    this.lines.push(`G0 ${this.place(to)}`);
    this.reach(to, length / (travelMmPerS ?? markMmPerS));
  }

  private mark(to: Point, mmPerS: number, power: number, depthMm: number): void {
    const length = Math.hypot(to.x - this.at.x, to.y - this.at.y);
    this.down(depthMm);
    if (length < 1e-6) return;
    this.lines.push(this.line('G1', [this.place(to)], length, mmPerS, power));
    this.reach(to, length / mmPerS);
  }

  private line(
    code: string,
    words: readonly string[],
    length: number,
    mmPerS: number,
    power: number,
  ): string {
    // G93 of the report: F is one over the minutes that the move takes.
    const feed =
      this.setting.wrapped === null ? Math.round(mmPerS * 60) : Number(((mmPerS * 60) / length).toFixed(3));
    const tool = power > 0 ? this.dialect.on(power) : this.dialect.off;
    return [code, ...words, `F${feed}`, tool].filter((word) => word !== '').join(' ');
  }

  private down(depthMm: number): void {
    if (!this.dialect.plunges || this.isDown) return;
    const minutes =
      this.setting.wrapped === null ? plungeMmPerS * 60 : (plungeMmPerS * 60) / (safeMm + depthMm);
    this.lines.push(`G1 Z${decimal(-depthMm)} F${Number(minutes.toFixed(3))}`);
    this.seconds += (safeMm + depthMm) / plungeMmPerS;
    this.isDown = true;
  }

  private lift(): void {
    if (!this.isDown) return;
    this.lines.push(`G0 Z${safeMm}`);
    this.isDown = false;
  }

  /** Around a mug the second axis turns: as many degrees as the way on its surface is. */
  private place({ x, y }: Point): string {
    const { wrapped } = this.setting;
    return wrapped === null
      ? `X${decimal(x)} Y${decimal(y)}`
      : `X${decimal(x)} A${decimal((y * 360) / (Math.PI * wrapped.diameterMm))}`;
  }

  private reach(to: Point, seconds: number): void {
    this.at = to;
    this.seconds += seconds;
    this.widen(to);
  }

  private widen({ x, y }: Point): void {
    this.least = { x: Math.min(this.least.x, x), y: Math.min(this.least.y, y) };
    this.most = { x: Math.max(this.most.x, x), y: Math.max(this.most.y, y) };
  }
}

const liesIn = (inner: Box, around: Box): boolean =>
  inner.x >= around.x - 1e-9 &&
  inner.y >= around.y - 1e-9 &&
  inner.x + inner.width <= around.x + around.width + 1e-9 &&
  inner.y + inner.height <= around.y + around.height + 1e-9;
