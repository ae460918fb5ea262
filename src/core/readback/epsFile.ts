/** EPS as our writer gives it: its operators run, its comments say which layer is at hand. */
import { hexOfRgb } from '../colour';
import type { Matrix } from '../geometry';
import { PathFollower, runProgram } from './postfix';
import { readDrawing } from './drawing';
import { NotRead, type Interpreter } from './readFile';

const mmPerPoint = 25.4 / 72;

export const readEps: Interpreter = (bytes, { corner }) => {
  const text = new TextDecoder().decode(bytes);
  const box = /^%%HiResBoundingBox: (\S+) (\S+) (\S+) (\S+)$/m.exec(text);
  if (!text.startsWith('%!PS-Adobe-3.0 EPSF-3.0') || box === null)
    throw new NotRead('The file has no EPSF header with a bounding box.');
  const [left, bottom, right, top] = box.slice(1).map(Number) as [number, number, number, number];
  const page = {
    ...corner,
    width: (right - left) * mmPerPoint,
    height: (top - bottom) * mmPerPoint,
  };
  // The bounding box becomes the page; y grows downwards on the piece.
  const toPiece: Matrix = [mmPerPoint, 0, 0, -mmPerPoint, corner.x, corner.y + page.height];
  const follower = new PathFollower(toPiece);
  let isClipping = false;
  const body = text.slice(text.indexOf('%%Page:'), text.lastIndexOf('showpage'));
  // A picture's digits are no program.
  runProgram(body.replace(/colorimage\n[0-9a-f\n]*>/g, 'colorimage'), (operator, operands) => {
    const numbers = operands.filter((operand) => typeof operand === 'number');
    const [a = 0, b = 0, c = 0, d = 0, e = 0] = numbers.slice(-5);
    const last = (count: number): number[] => numbers.slice(-count);
    switch (operator) {
      case '%': {
        const layer = /^% layer ([^:]+):/.exec(operands[0] as string)?.[1];
        if (layer !== undefined) follower.layer = layer;
        return false;
      }
      case 'div':
      case 'dup':
        // `72 25.4 div dup`: one number twice. The stack is kept for what comes next.
        if (operator === 'div') operands.splice(-2, 2, last(2)[0]! / last(2)[1]!);
        else operands.push(operands.at(-1)!);
        return false;
      case 'gsave':
        follower.save();
        return true;
      case 'grestore':
        follower.restore();
        isClipping = false;
        return true;
      case 'scale':
        follower.transform([last(2)[0]!, 0, 0, last(2)[1]!, 0, 0]);
        return true;
      case 'translate':
        follower.transform([1, 0, 0, 1, last(2)[0]!, last(2)[1]!]);
        return true;
      case 'setrgbcolor':
        follower.colour(hexOfRgb(last(3) as [number, number, number]));
        return true;
      case 'newpath':
        follower.forget();
        return true;
      case 'm':
        follower.move(...(last(2) as [number, number]));
        return true;
      case 'l':
        follower.line(...(last(2) as [number, number]));
        return true;
      case 'a':
      case 'n':
        follower.arc(a, b, c, d, e, operator === 'n');
        return true;
      case 'h':
        follower.close();
        return true;
      case 'clip':
        isClipping = true;
        follower.forget();
        return true;
      case 'f':
        follower.paint(true);
        return true;
      case 'stroke':
        follower.paint(false);
        return true;
      case 'colorimage':
        return isClipping;
      default:
        return true;
    }
  });
  return readDrawing(follower.paths, page);
};
