/** finding: what the core says about a job, as data. Usable by every stage. */
export {
  type Change,
  type Finding,
  type Fix,
  type Quantity,
  type Severity,
  type Source,
  worstSeverity,
} from './finding';
