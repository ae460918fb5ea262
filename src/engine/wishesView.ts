/** The map of wishes for modules, as it is brushed. */
import { brushed, type BrushKind, isDrawnByModules } from '../core/logo';
import { codeWishes, type CodeRun } from '../core/run';
import { symbolAnatomy } from '../core/symbol';

/** Arrays hold one value a module, row by row. */
export interface WishesView {
  readonly size: number;
  /** 1 dark, 0 light, -1 where nothing is wished. */
  readonly wanted: Int8Array;
  /** 1 to 255; 0 where nothing is wished. */
  readonly weight: Uint8Array;
  readonly brush: readonly BrushKind[];
  /** 1 for modules that nothing can steer. */
  readonly fixed: Uint8Array;
  /** 1 for dark modules of the symbol. */
  readonly modules: Uint8Array;
}

export function wishesView({ settings, symbol, art, picture }: CodeRun): WishesView | null {
  const { logo } = settings;
  if (symbol === null || logo === null || !isDrawnByModules(logo)) return null;
  const wishes = codeWishes(logo, art)?.(symbol.size);
  if (wishes === undefined) return null;
  const { codeword } = symbolAnatomy(symbol.version, symbol.level);
  return {
    size: symbol.size,
    ...wishes,
    brush: brushed(logo.brush, symbol.size),
    fixed: picture?.steering?.fixed ?? Uint8Array.from(codeword, (position) => (position < 0 ? 1 : 0)),
    modules: symbol.modules,
  };
}
