/** Which sizes of a job somebody chose. What nobody chose may follow from something else. Kept as long as the window. */
import { reactive } from 'vue';
import { writeMessage } from '../../core/message';
import type { Job } from '../../core/job';
import type { FreeSizes } from '../../core/solving';
import { recall, remember } from '../shared/browserStorage';

interface Chosen {
  readonly piece: boolean;
  readonly code: boolean;
}

const keyOf = (jobId: string): string => `binarus.sizes.${jobId}`;

export class ChosenSizes {
  private jobId = '';
  private readonly chosen = reactive({ piece: false, code: false });

  /** Of a job that was made before, the size of the piece was meant. */
  open(jobId: string, job: Job): void {
    this.jobId = jobId;
    const kept = recall(sessionStorage, keyOf(jobId));
    const isNew = job.codes.every(({ message }) => writeMessage(message) === '');
    Object.assign(this.chosen, isChosen(kept) ? kept : { piece: !isNew, code: false });
    this.keep();
  }

  choose(size: keyof Chosen): void {
    this.chosen[size] = true;
    this.keep();
  }

  private keep(): void {
    remember(sessionStorage, keyOf(this.jobId), { ...this.chosen });
  }

  get free(): FreeSizes {
    return { piece: !this.chosen.piece, code: !this.chosen.code };
  }
}

const isChosen = (value: unknown): value is Chosen =>
  typeof value === 'object' &&
  value !== null &&
  'piece' in value &&
  'code' in value &&
  typeof value.piece === 'boolean' &&
  typeof value.code === 'boolean';
