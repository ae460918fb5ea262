/**
 * The child process. Its main thread does nothing but watch: the processor time of the process is that of the one thread that works, for
 * which Node.js 20 keeps no time of its own. Started with the file of the thread and its memory in MB.
 */
import { Worker } from 'node:worker_threads';
import type { Order, Reply, Request } from './messages';

const [threadFile = '', memoryMb = '1024'] = process.argv.slice(2);
const lookMs = 50;
/** So many looks without any processor time, and it moves no more. Looks are counted, not time: a machine may sleep. */
const mostStillLooks = 6000;

interface Thread {
  readonly worker: Worker;
  /** It has been loaded: what that took is not the work's. */
  isReady: boolean;
}

let thread: Thread | null = null;
/** What is being done, or waits for the thread to be loaded. */
let order: Order | null = null;
let watch: NodeJS.Timeout | undefined;

const send = (reply: Reply): void => void process.send?.(reply);

function begin(): Thread {
  const worker = new Worker(threadFile, { resourceLimits: { maxOldGenerationSizeMb: Number(memoryMb) } });
  const begun: Thread = { worker, isReady: false };
  worker.on('message', (message: Reply | 'ready') => {
    if (message === 'ready') {
      begun.isReady = true;
      give();
      return;
    }
    if (message.kind !== 'note') done();
    send(message);
  });
  worker.on('error', (error: NodeJS.ErrnoException) =>
    lose(begun, (id) =>
      error.code === 'ERR_WORKER_OUT_OF_MEMORY'
        ? { id, kind: 'outOfMemory' }
        : { id, kind: 'failed', message: error.message, code: error.code ?? null },
    ),
  );
  worker.on('exit', () => lose(begun, (id) => ({ id, kind: 'ended' })));
  return begun;
}

/** A thread that has ended by itself; the next order begins another. */
function lose(lost: Thread, reply: (id: number) => Reply): void {
  if (thread !== lost) return;
  thread = null;
  const id = done();
  if (id !== null) send(reply(id));
}

function give(): void {
  if (order === null || thread === null) return;
  const { processorSeconds } = order;
  const before = process.cpuUsage();
  let [usedBefore, stillLooks] = [0, 0];
  watch = setInterval(() => {
    const { user, system } = process.cpuUsage(before);
    const used = (user + system) / 1e6;
    stillLooks = used - usedBefore < 0.001 ? stillLooks + 1 : 0;
    usedBefore = used;
    if (processorSeconds !== null && used > processorSeconds) breakOff('tooMuch');
    else if (stillLooks > mostStillLooks) breakOff('stalled');
  }, lookMs);
  thread.worker.postMessage(order);
}

function breakOff(kind: 'tooMuch' | 'stalled'): void {
  const ended = thread;
  thread = null;
  const id = done();
  void ended?.worker.terminate().then(() => {
    if (id !== null) send({ id, kind });
  });
}

/** The id of what was being done; null for nothing. */
function done(): number | null {
  clearInterval(watch);
  const id = order?.id ?? null;
  order = null;
  return id;
}

process.on('message', (request: Request) => {
  if ('kind' in request) {
    thread?.worker.postMessage(request);
    return;
  }
  order = request;
  thread ??= begin();
  if (thread.isReady) give();
});
// Without its parent it is of no use.
process.on('disconnect', () => process.exit(0));
// The parent ends it when it ends itself.
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => undefined);
