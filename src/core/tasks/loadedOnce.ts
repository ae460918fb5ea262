/** What is loaded once and then at hand. A failure is not kept: whoever asks next tries again. */
export function loadedOnce<Value>(): (load: () => Promise<Value>) => Promise<Value> {
  let loading: Promise<Value> | undefined;
  return (load) => {
    if (loading === undefined) {
      const mine = load();
      loading = mine;
      mine.catch(() => {
        if (loading === mine) loading = undefined;
      });
    }
    return loading;
  };
}
