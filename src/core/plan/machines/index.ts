/** machines: what each machine does to which materials, and how finely. Adding one is one file beside this and a line in machines.ts. */
export { type Machine, type MaterialFamily, type Process, smallestModuleMm } from './kind';
export { machines } from './machines';
