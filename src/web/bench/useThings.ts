/** What lies on the piece, and how it is moved, turned, resized and taken away. */
import { computed, watch, type ComputedRef } from 'vue';
import { type Job, placeInJob, withoutCode } from '../../core/job';
import { codeBox, radians, sizedBy, type Axis, type ItemSettings } from '../../core/piece';
import { turnedBounds, type Box } from '../../core/geometry';
import type { MadeView } from '../../engine';
import { useBench } from '../stores/bench';
import { useStage } from '../stores/stage';

/** A code or another thing that can be taken hold of. */
export interface Thing {
  /** `code` for the one at hand, `other-N` for others, else the id in the document. */
  readonly id: string;
  readonly name: string;
  readonly kind: 'code' | ItemSettings['kind'];
  readonly box: Box;
  readonly size: { readonly width: number; readonly height: number };
  readonly turnDegrees: number;
  /** Whether it has a place of its own: frames and borders follow what they are around. */
  readonly isFree: boolean;
}

export interface Things {
  readonly all: ComputedRef<readonly Thing[]>;
  readonly held: ComputedRef<Thing | null>;
  readonly hold: (id: string) => void;
  readonly place: (id: string, place: { readonly xMm?: Axis; readonly yMm?: Axis }, key: string) => void;
  readonly nudge: (dxMm: number, dyMm: number) => void;
  readonly turnTo: (degrees: number) => void;
  /** Width before it is turned. */
  readonly resizeTo: (widthMm: number) => void;
  readonly remove: (id: string) => void;
}

const tidy = (value: number): number => Number(value.toFixed(3));

export function useThings(job: () => Job | null, made: () => MadeView | null): Things {
  const bench = useBench();
  const stage = useStage();

  const all = computed((): readonly Thing[] => {
    const [document, view] = [job(), made()];
    if (document === null || view === null) return [];
    const { code } = document.piece;
    return [
      {
        id: 'code',
        name: 'code',
        kind: 'code',
        box: codeBounds(document),
        size: { width: code.widthMm, height: code.widthMm },
        turnDegrees: code.turnDegrees,
        isFree: true,
      },
      ...view.others.map(({ box, code: own }, index): Thing => ({
        id: `other-${index}`,
        name: `code ${placeInJob(index + 1, bench.codeIndex) + 1}`,
        kind: 'code',
        box,
        size: own,
        turnDegrees: document.moreCodes[index]?.code.turnDegrees ?? 0,
        isFree: true,
      })),
      ...view.things.map((thing): Thing => ({
        ...thing,
        isFree: thing.kind === 'words' || thing.kind === 'art',
      })),
    ];
  });

  // What a fix or a step back took away is held no longer.
  watch(
    () => job()?.piece.items,
    (items) => {
      if (stage.selected !== 'code' && items?.every(({ id }) => id !== stage.selected)) stage.hold('code');
    },
  );

  const held = computed(() => all.value.find(({ id }) => id === stage.selected) ?? null);

  function hold(id: string): void {
    const other = /^other-(\d+)$/.exec(id);
    if (other !== null) bench.codeIndex = placeInJob(Number(other[1]) + 1, bench.codeIndex);
    stage.hold(other === null ? id : 'code');
  }

  function place(id: string, change: { readonly xMm?: Axis; readonly yMm?: Axis }, key: string): void {
    const document = job();
    if (document === null) return;
    if (id === 'code') bench.editPiece({ code: { ...document.piece.code, ...change } }, key);
    else bench.editItem(id, change, key);
  }

  function nudge(dxMm: number, dyMm: number): void {
    const thing = held.value;
    if (thing === null || !thing.isFree) return;
    place(
      thing.id,
      {
        ...(dxMm === 0 ? {} : { xMm: tidy(thing.box.x + dxMm) }),
        ...(dyMm === 0 ? {} : { yMm: tidy(thing.box.y + dyMm) }),
      },
      'nudge',
    );
  }

  /** Turns about the middle: the near edges follow. */
  function turnTo(degrees: number): void {
    const [document, thing] = [job(), held.value];
    if (document === null || thing === null || !thing.isFree) return;
    const turnDegrees = ((Math.round(degrees * 10) / 10 + 540) % 360) - 180;
    const bounds = turnedBounds(thing.size.width, thing.size.height, radians(turnDegrees));
    const settings = settingsOf(document, thing.id);
    const kept = (axis: 'xMm' | 'yMm', near: number, before: number, after: number): Axis =>
      settings?.[axis] === 'middle' ? 'middle' : tidy(near + (before - after) / 2);
    const change = {
      turnDegrees: turnDegrees === -180 ? 180 : turnDegrees,
      xMm: kept('xMm', thing.box.x, thing.box.width, bounds.width),
      yMm: kept('yMm', thing.box.y, thing.box.height, bounds.height),
    };
    if (thing.id === 'code') bench.editPiece({ code: { ...document.piece.code, ...change } }, 'turn');
    else bench.editItem(thing.id, change, 'turn');
  }

  function resizeTo(widthMm: number): void {
    const [document, view, thing] = [job(), made(), held.value];
    if (document === null || view === null || thing === null || !thing.isFree) return;
    const width = Math.min(Math.max(widthMm, 1), 5000);
    if (thing.id === 'code') {
      const step = view.fitRanges.find(({ stepMm }) => stepMm !== null)?.stepMm ?? 0.1;
      const whole = Math.max(Math.round(width / step) * step, step);
      bench.editPiece({ code: { ...document.piece.code, widthMm: Number(whole.toFixed(4)) } }, 'resize');
      return;
    }
    const item = document.piece.items.find(({ id }) => id === thing.id);
    if (item?.kind !== 'words' && item?.kind !== 'art') return;
    const share = width / Math.max(thing.size.width, 1e-6);
    bench.editItem(item.id, sizedBy(item, share), 'resize');
  }

  function remove(id: string): void {
    const document = job();
    if (document === null) return;
    if (id === 'code') {
      const [index, whole] = [bench.codeIndex, bench.document];
      if (whole === null || whole.moreCodes.length === 0) return;
      bench.codeIndex = 0;
      bench.edit(withoutCode(whole, index), 'remove');
      return;
    }
    bench.editPiece({ items: document.piece.items.filter((item) => item.id !== id) }, 'remove');
    stage.hold('code');
  }

  return { all, held, hold, place, nudge, turnTo, resizeTo, remove };
}

function settingsOf({ piece }: Job, id: string): { readonly xMm?: Axis; readonly yMm?: Axis } | undefined {
  if (id === 'code') return piece.code;
  const item = piece.items.find((entry) => entry.id === id);
  return item?.kind === 'words' || item?.kind === 'art' ? item : undefined;
}

function codeBounds({ piece }: Job): Box {
  const { x, y, width } = codeBox(piece.code, piece);
  const bounds = turnedBounds(width, width, radians(piece.code.turnDegrees));
  return { x: x + (width - bounds.width) / 2, y: y + (width - bounds.height) / 2, ...bounds };
}
