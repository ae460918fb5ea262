/** Work that must not run beside other such work: each begins when the one before has ended, well or badly. */
export function oneByOne(): <Result>(work: () => Promise<Result> | Result) => Promise<Result> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const turn = last.then(work);
    last = turn.catch(() => undefined);
    return turn;
  };
}
