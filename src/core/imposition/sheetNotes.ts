/** What the maker has to know of a sheet, before it is laid out and after pieces were put somewhere by hand. */
import { regionDistance, type Region } from '../geometry';
import { shownTitle } from '../job';
import { isLine, type Operation } from '../plan';
import { composeSheet, type PieceShape, type SheetDocument } from '../sheet';
import { boxAt, mm, roomOf, type PlacedPiece, type SheetNote, type SheetPiece } from './sheetPages';

export function notesOfPieces({ gapMm, stock }: SheetDocument, pieces: readonly SheetPiece[]): SheetNote[] {
  const notes: SheetNote[] = [];
  const [first] = pieces;
  pieces.forEach(({ result }, piece) => {
    const name = shownTitle(result.job);
    const note = (severity: SheetNote['severity'], text: string): void =>
      void notes.push({ severity, text, piece });
    const { made, pair, heldBackBy } = result;
    if (made === null) note('stop', `${name}: there is no piece yet, since its message gives no symbol.`);
    else if (heldBackBy.length > 0)
      note(
        'stop',
        `${name}: its files are blocked by ${heldBackBy.length === 1 ? 'a limit' : `${heldBackBy.length} limits`}.`,
      );
    const other = first!.result.pair;
    if (pair.material.id !== other.material.id || pair.machine.id !== other.machine.id)
      note(
        'stop',
        `${name} is ${pair.material.name} by ${pair.machine.name}; this sheet is ${other.material.name} by ${other.machine.name}.`,
      );
  });
  pieces.forEach(({ result: { job, made } }, piece) => {
    // What is printed beyond the cut line would lie on the piece beside it.
    const bleedMm = made?.piece.border === null ? 0 : job.piece.bleedMm;
    if (stock.stock.kind === 'sheet' && gapMm < bleedMm)
      notes.push({
        severity: 'stop',
        piece,
        text: `${shownTitle(job)} bleeds ${mm(bleedMm)} beyond its cut line, and pieces lie ${mm(gapMm)} apart. Leave at least that.`,
      });
  });
  const kerfMm = first?.result.pair.process.kerfMm ?? 0;
  if (stock.stock.kind === 'sheet' && gapMm < kerfMm)
    notes.push({
      severity: 'stop',
      piece: null,
      text: `Pieces lie ${mm(gapMm)} apart, and the cut is ${mm(kerfMm)} wide. Leave at least that.`,
    });
  return notes;
}

/** Of pieces that were put somewhere by hand: what lies nearer than the gap, or beyond the room. */
export function tooNear(
  placed: readonly PlacedPiece[],
  shapes: readonly (PieceShape | null)[],
  document: SheetDocument,
): SheetNote[] {
  const notes: SheetNote[] = [];
  const room = roomOf(document);
  const byHand = new Set(document.moved.map(({ place }) => place));
  const outlineAt = (piece: PlacedPiece): Region => {
    const shape = shapes[piece.piece]!;
    const sheet = { widthMm: shape.width, heightMm: shape.height, marginMm: 0 };
    const operation: Operation = { kind: 'cut', label: '', lines: shape.outline! };
    const { operations } = composeSheet(
      [{ sheet: { ...sheet, operations: [operation] }, places: [piece] }],
      sheet,
    );
    return isLine(operations[0]!) ? operations[0].lines : [];
  };
  for (const piece of placed.filter(({ slot }) => byHand.has(slot))) {
    const box = boxAt(shapes[piece.piece]!, piece);
    const over = Math.max(
      room.x - box.x,
      room.y - box.y,
      box.x + box.width - room.x - room.width,
      box.y + box.height - room.y - room.height,
    );
    if (over > 0.001)
      notes.push({
        severity: 'stop',
        piece: piece.piece,
        text: `Piece ${piece.slot + 1} lies ${mm(over)} outside of what the machine reaches.`,
      });
    for (const other of placed) {
      if (other === piece || (byHand.has(other.slot) && other.slot < piece.slot)) continue;
      const beside = boxAt(shapes[other.piece]!, other);
      const apart = Math.max(
        beside.x - box.x - box.width,
        box.x - beside.x - beside.width,
        beside.y - box.y - box.height,
        box.y - beside.y - beside.height,
      );
      if (apart >= document.gapMm - 0.001) continue;
      const real = regionDistance(outlineAt(piece), outlineAt(other));
      if (real < document.gapMm - 0.001)
        notes.push({
          severity: 'stop',
          piece: piece.piece,
          text: `Pieces ${piece.slot + 1} and ${other.slot + 1} are ${mm(real)} apart; the gap is ${mm(document.gapMm)}.`,
        });
    }
  }
  return notes;
}
