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

let thread: Worker | null = null;
let atWork: { readonly order: Order; readonly watch: NodeJS.Timeout } | null = null;

const send = (reply: Reply): void => void process.send?.(reply);

function begin(): Worker {
  const begun = new Worker(threadFile, { resourceLimits: { maxOldGenerationSizeMb: Number(memoryMb) } });
  begun.on('message', (message: Reply | 'ready') => {
    // What loading took is not the work's.
    if (message === 'ready') return startWatch();
    if (message.kind !== 'note') endWatch();
    send(message);
  });
  begun.on('error', (error: NodeJS.ErrnoException) => {
    const id = endWatch();
    if (thread === begun) thread = null;
    if (id !== null)
      send(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? { id, kind: 'outOfMemory' }
          : { id, kind: 'failed', message: error.message, code: error.code ?? null },
      );
  });
  return begun;
}

let isReady = false;
let pending: Order | null = null;

function startWatch(): void {
  isReady = true;
  if (pending === null) return;
  const order = pending;
  pending = null;
  give(order);
}

function give(order: Order): void {
  const { processorSeconds } = order;
  const before = process.cpuUsage();
  let [usedBefore, stillLooks] = [0, 0];
  const watch = setInterval(() => {
    const { user, system } = process.cpuUsage(before);
    const used = (user + system) / 1e6;
    stillLooks = used - usedBefore < 0.001 ? stillLooks + 1 : 0;
    usedBefore = used;
    if (processorSeconds !== null && used > processorSeconds) breakOff('tooMuch');
    else if (stillLooks > mostStillLooks) breakOff('stalled');
  }, lookMs);
  atWork = { order, watch };
  thread!.postMessage(order);
}

function breakOff(kind: 'tooMuch' | 'stalled'): void {
  const id = endWatch();
  const ended = thread;
  thread = null;
  isReady = false;
  void ended?.terminate().then(() => {
    if (id !== null) send({ id, kind });
  });
}

function endWatch(): number | null {
  if (atWork === null) return null;
  clearInterval(atWork.watch);
  const { id } = atWork.order;
  atWork = null;
  return id;
}

process.on('message', (request: Request) => {
  if ('kind' in request) {
    thread?.postMessage(request);
    return;
  }
  if (thread === null) {
    isReady = false;
    pending = request;
    thread = begin();
  } else if (isReady) give(request);
  else pending = request;
});
// Without its parent it is of no use.
process.on('disconnect', () => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => undefined);
