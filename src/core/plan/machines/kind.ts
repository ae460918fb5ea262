/** What a kind of machine is to the plan. */
export interface MachineKind {
  readonly name: string;
  /** Whether what it does to an area is printing or marking. */
  readonly operation: 'print' | 'mark';
  /** Whether it can follow a line once, as a beam or a cutter does. */
  readonly followsLines: boolean;
  /** Whether what it makes comes out left for right of what it is made from. */
  readonly turnsOver: boolean;
}
