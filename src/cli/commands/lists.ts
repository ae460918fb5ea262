/** The commands that list what there is. */
import { presets } from '../../core/artwork';
import { machineRows, pairs, templates } from '../../content';
import { describePair, describePreset } from '../choices';
import type { Run } from '../command';
import { none } from '../input';

const listed =
  (list: () => unknown): Run =>
  (_values, positionals) => {
    none(positionals);
    return Promise.resolve({ output: list(), stops: false });
  };

export const listTemplates = listed(() =>
  templates.map(({ id, name, about, job }) => ({ template: id, name, about, job })),
);
export const listStyles = listed(() => presets.map(describePreset));
export const listMaterials = listed(() => pairs.map(describePair));
export const listMachines = listed(() =>
  Object.entries(machineRows).map(([id, { machine, processes }]) => ({
    id,
    ...machine,
    onFamilies: processes,
  })),
);
