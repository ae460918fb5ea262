/** The machines. Adding one is one file beside this and one line here. */
import { co2Laser } from './co2Laser';
import { inkJet600 } from './inkJet';
import type { Machine } from './kind';
import { labelPrinter203 } from './labelPrinter';

export const machines: readonly Machine[] = [labelPrinter203, inkJet600, co2Laser];
