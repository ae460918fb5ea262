/** What lies on the piece, and how it is moved, turned, resized and taken away. */
import { computed, watch, type ComputedRef } from 'vue';
import { codeNamer } from '../../core/finding';
import { turnedBounds, type Box } from '../../core/geometry';
import { withoutCode, type Job } from '../../core/job';
import { codeBox, radians, sizedBy, turnedBox, type Axis, type ItemSettings } from '../../core/piece';
import type { MadeView } from '../../engine';
import { useBench } from '../stores/bench';
import { useStage } from '../stores/stage';

/** A code or another thing that can be taken hold of. */
export interface Thing {
  /** As in the document; codes and items have no id in common. */
  readonly id: string;
  readonly name: string;
  readonly kind: 'code' | ItemSettings['kind'];
  readonly box: Box;
  readonly size: { readonly width: number; readonly height: number };
  readonly turnDegrees: number;
  /** Whether it has a place of its own: frames and borders follow what they are around. */
  readonly isFree: boolean;
}

type Place = { readonly xMm?: Axis; readonly yMm?: Axis };

export interface Things {
  readonly all: ComputedRef<readonly Thing[]>;
  readonly held: ComputedRef<Thing | null>;
  readonly hold: (thing: Thing) => void;
  /** Gives the held thing a place. */
  readonly place: (place: Place, key: string) => void;
  readonly nudge: (dxMm: number, dyMm: number) => void;
  readonly turnTo: (degrees: number) => void;
  /** Width before it is turned. */
  readonly resizeTo: (widthMm: number) => void;
  readonly removeHeld: () => void;
}

const tidy = (value: number): number => Number(value.toFixed(3));

export function useThings(job: () => Job | null, made: () => MadeView | null): Things {
  const bench = useBench();
  const stage = useStage();

  const all = computed((): readonly Thing[] => {
    const [document, view] = [job(), made()];
    if (document === null || view === null) return [];
    const nameOf = codeNamer(document.codes);
    return [
      ...document.codes.map(({ id, placement }): Thing => {
        const { widthMm, turnDegrees } = placement;
        return {
          id,
          name: nameOf(id),
          kind: 'code',
          // Of the document as it stands, which may be ahead of what is drawn.
          box: turnedBox(codeBox(placement, document.piece), radians(turnDegrees)),
          size: { width: widthMm, height: widthMm },
          turnDegrees,
          isFree: true,
        };
      }),
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
      if (items?.every(({ id }) => id !== stage.selected)) stage.hold(null);
    },
  );

  const held = computed(() => {
    const id = stage.selected ?? bench.code?.id;
    return all.value.find((thing) => thing.id === id) ?? null;
  });

  function hold({ id, kind }: Thing): void {
    if (kind === 'code') bench.chosenCode = id;
    stage.hold(kind === 'code' ? null : id);
  }

  function change({ id, kind }: Thing, set: object, key: string): void {
    if (kind === 'code') bench.editPlacement(set, key);
    else bench.editItem(id, set, key);
  }

  function place(to: Place, key: string): void {
    if (held.value !== null) change(held.value, to, key);
  }

  function nudge(dxMm: number, dyMm: number): void {
    const thing = held.value;
    if (thing === null || !thing.isFree) return;
    const document = job();
    const stands = document === null ? undefined : placeOf(document, thing);
    // The document may be ahead of what is drawn: two keys in a row both count.
    const from = (position: Axis | undefined, drawn: number): number =>
      typeof position === 'number' ? position : drawn;
    place(
      {
        ...(dxMm === 0 ? {} : { xMm: tidy(from(stands?.xMm, thing.box.x) + dxMm) }),
        ...(dyMm === 0 ? {} : { yMm: tidy(from(stands?.yMm, thing.box.y) + dyMm) }),
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
    const settings = placeOf(document, thing);
    const kept = (axis: 'xMm' | 'yMm', near: number, before: number, after: number): Axis =>
      settings?.[axis] === 'middle' ? 'middle' : tidy(near + (before - after) / 2);
    change(
      thing,
      {
        turnDegrees: turnDegrees === -180 ? 180 : turnDegrees,
        xMm: kept('xMm', thing.box.x, thing.box.width, bounds.width),
        yMm: kept('yMm', thing.box.y, thing.box.height, bounds.height),
      },
      'turn',
    );
  }

  function resizeTo(widthMm: number): void {
    const [document, view, thing] = [job(), made(), held.value];
    if (document === null || view === null || thing === null || !thing.isFree) return;
    const width = Math.min(Math.max(widthMm, 1), 5000);
    if (thing.kind === 'code') {
      const step = view.fitRanges.find(({ stepMm }) => stepMm !== null)?.stepMm ?? 0.1;
      const whole = Math.max(Math.round(width / step) * step, step);
      change(thing, { widthMm: Number(whole.toFixed(4)) }, 'resize');
      return;
    }
    const item = document.piece.items.find(({ id }) => id === thing.id);
    if (item?.kind !== 'words' && item?.kind !== 'art') return;
    const share = width / Math.max(thing.size.width, 1e-6);
    change(thing, sizedBy(item, share), 'resize');
  }

  function removeHeld(): void {
    const [document, thing] = [job(), held.value];
    if (document === null || thing === null) return;
    if (thing.kind === 'code') bench.edit(withoutCode(document, thing.id), 'remove');
    else bench.editPiece({ items: document.piece.items.filter(({ id }) => id !== thing.id) }, 'remove');
    stage.hold(null);
  }

  return { all, held, hold, place, nudge, turnTo, resizeTo, removeHeld };
}

/** The place of a thing as it stands in the document; undefined for what follows others. */
export function placeOf({ codes, piece }: Job, { id }: Thing): Required<Place> | undefined {
  const item = piece.items.find((entry) => entry.id === id);
  if (item?.kind === 'words' || item?.kind === 'art') return item;
  return codes.find((code) => code.id === id)?.placement;
}
