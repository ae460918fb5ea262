/** Photographs of demo pieces that were checked, rendered by `npm run demo-checks`. */
import kept from './demoChecks.json' with { type: 'json' };

export interface DemoCheck {
  /** Name of the job in the demo. */
  readonly job: string;
  readonly note: string;
  readonly fileName: string;
  /** JPEG as base64. */
  readonly thumbnail: string;
  /** As a check keeps it. */
  readonly result: unknown;
}

export const demoChecks: readonly DemoCheck[] = kept;
