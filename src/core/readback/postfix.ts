/**
 * Programs that put operands first: content streams of PDF (ISO 32000-1, 7.8.2) and the operators of PostScript that our EPS
 * uses (PLRM 2). One reader for both, each with the names of its own operators.
 */
import { applyMatrix, identityMatrix, multiplyMatrix, type Matrix, type Vertex } from '../geometry';
import type { ReadPath } from './drawing';

export type Operand = number | string | readonly Operand[];

/** Curves become straight edges that stay within this, in millimetres. */
const tolerance = 0.001;

/** How many edges: a quarter of a circle as long as the curve needs so many, and no curve of outlines turns further. */
const edgesFor = (lengthMm: number): number =>
  Math.min(400, Math.max(3, Math.ceil(Math.sqrt((lengthMm * Math.PI) / 2 / (8 * tolerance)))));

interface State {
  readonly matrix: Matrix;
  readonly colour: string;
}

/** Follows moves, lines and curves in millimetres of the piece. */
export class PathFollower {
  readonly paths: ReadPath[] = [];
  layer = '';
  private state: State;
  private readonly saved: State[] = [];
  private current: { points: Vertex[]; isClosed: boolean }[] = [];

  /** `toPiece` turns units of the page into millimetres of the piece. */
  constructor(private readonly toPiece: Matrix) {
    this.state = { matrix: identityMatrix, colour: '#000000' };
  }

  save(): void {
    this.saved.push(this.state);
  }
  restore(): void {
    this.state = this.saved.pop() ?? this.state;
  }
  transform(matrix: Matrix): void {
    this.state = { ...this.state, matrix: multiplyMatrix(this.state.matrix, matrix) };
  }
  colour(colour: string): void {
    this.state = { ...this.state, colour };
  }

  move(x: number, y: number): void {
    this.current.push({ points: [this.placed(x, y)], isClosed: false });
  }
  line(x: number, y: number): void {
    this.current.at(-1)?.points.push(this.placed(x, y));
  }
  curve(x1: number, y1: number, x2: number, y2: number, x3: number, y3: number): void {
    const points = this.current.at(-1)?.points;
    const from = points?.at(-1);
    if (points === undefined || from === undefined) return;
    const [a, b, to] = [this.placed(x1, y1), this.placed(x2, y2), this.placed(x3, y3)];
    const length =
      Math.hypot(a.x - from.x, a.y - from.y) +
      Math.hypot(b.x - a.x, b.y - a.y) +
      Math.hypot(to.x - b.x, to.y - b.y);
    const edges = edgesFor(length);
    for (let edge = 1; edge <= edges; edge++) {
      const t = edge / edges;
      const [p, q, r, s] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      points.push({
        x: p * from.x + q * a.x + r * b.x + s * to.x,
        y: p * from.y + q * a.y + r * b.y + s * to.y,
      });
    }
  }
  /** From one angle to another in degrees; a line leads to its beginning. */
  arc(x: number, y: number, radius: number, from: number, to: number, isClockwise: boolean): void {
    let turn = to - from;
    while (isClockwise && turn > 0) turn -= 360;
    while (!isClockwise && turn < 0) turn += 360;
    const scale = Math.abs(multiplyMatrix(this.toPiece, this.state.matrix)[0]);
    const quarters = Math.max(1, Math.ceil(Math.abs(turn) / 90));
    const count = quarters * edgesFor((scale * radius * Math.PI) / 2);
    for (let edge = 0; edge <= count; edge++) {
      const angle = ((from + (turn * edge) / count) * Math.PI) / 180;
      this.line(x + radius * Math.cos(angle), y + radius * Math.sin(angle));
    }
  }
  close(): void {
    const path = this.current.at(-1);
    if (path !== undefined) path.isClosed = true;
  }
  paint(isFilled: boolean): void {
    for (const { points, isClosed } of this.current) {
      const contour = points.filter(({ x, y }, index) => {
        const next = points[(index + 1) % points.length]!;
        return Math.hypot(next.x - x, next.y - y) > 1e-6;
      });
      if (contour.length > 1)
        this.paths.push({
          layer: this.layer,
          isFilled,
          contour,
          // What is filled is closed by being filled.
          isClosed: isClosed || isFilled,
          ...(isFilled ? { colour: this.state.colour } : {}),
        });
    }
    this.forget();
  }
  forget(): void {
    this.current = [];
  }

  private placed(x: number, y: number): Vertex {
    return applyMatrix(multiplyMatrix(this.toPiece, this.state.matrix), x, y);
  }
}

/** Tokens and, for each that is an operator, the operands before it. Strings and procedures are one operand. */
export function runProgram(text: string, operate: (operator: string, operands: Operand[]) => boolean): void {
  const token =
    /%[^\r\n]*|\((?:\\.|[^\\()])*\)|<<|>>|<[0-9A-Fa-f\s]*>|\[|\]|\{|\}|\/[^\s()<>[\]{}/%]*|[^\s()<>[\]{}/%]+/g;
  const stack: Operand[] = [];
  const open: Operand[][] = [];
  const put = (operand: Operand): void => void (open.at(-1) ?? stack).push(operand);
  for (const [part] of text.matchAll(token)) {
    if (part.startsWith('%')) {
      operate('%', [part]);
      continue;
    }
    if (part === '[' || part === '{' || part === '<<') open.push([]);
    else if (part === ']' || part === '}' || part === '>>') {
      const list = open.pop();
      if (list !== undefined) put(list);
    } else if (/^[-+]?(\d+\.?\d*|\.\d+)$/.test(part)) put(Number(part));
    else if (/^[/(<]/.test(part) || open.length > 0) put(part);
    else if (operate(part, stack)) stack.length = 0;
  }
}
