/** What a store needs of a browser, in memory, for tests that run without one. */

export interface FakeBrowser {
  /** Names of the locks that windows hold. */
  readonly locks: Set<string>;
  /** What another window says. */
  readonly tell: (data: unknown) => void;
  /** Puts everything back. */
  readonly leave: () => void;
}

/** A storage whose keys are its own properties, as those of a browser are. */
function memory(): Storage {
  const kept: Record<string, string> = {};
  const methods: Partial<Storage> = {
    getItem: (key) => kept[key] ?? null,
    setItem: (key, value) => void (kept[key] = value),
    removeItem: (key) => void Reflect.deleteProperty(kept, key),
  };
  return new Proxy(kept, {
    get: (_, name) => methods[name as keyof Storage] as unknown,
  }) as unknown as Storage;
}

/** `answer` is asked for every request. */
export function enterBrowser(answer: (path: string, init: RequestInit) => Promise<Response>): FakeBrowser {
  const locks = new Set<string>();
  const heard: ((event: { data: unknown }) => void)[] = [];
  const fakes = {
    localStorage: memory(),
    sessionStorage: memory(),
    fetch: (path: string, init: RequestInit = {}) => answer(path, init),
    /** All others hear it, those of this window too (HTML, 9.5). */
    BroadcastChannel: class {
      private listen: (typeof heard)[number] | null = null;
      postMessage(data: unknown): void {
        for (const listen of heard) if (listen !== this.listen) queueMicrotask(() => listen({ data }));
      }
      set onmessage(listen: (event: { data: unknown }) => void) {
        this.listen = listen;
        heard.push(listen);
      }
    },
    navigator: {
      locks: {
        request: (name: string, _: object, hold: (lock: object | null) => unknown) => {
          locks.add(name);
          hold({});
          return Promise.resolve();
        },
        query: () => Promise.resolve({ held: [...locks].map((name) => ({ name })) }),
      },
    },
  };
  const before = Object.keys(fakes).map(
    (name) => [name, Object.getOwnPropertyDescriptor(globalThis, name)] as const,
  );
  for (const [name, value] of Object.entries(fakes))
    Object.defineProperty(globalThis, name, { configurable: true, writable: true, value });
  return {
    locks,
    tell: (data) => heard.forEach((listen) => listen({ data })),
    leave: () => {
      for (const [name, descriptor] of before)
        if (descriptor === undefined) Reflect.deleteProperty(globalThis, name);
        else Object.defineProperty(globalThis, name, descriptor);
    },
  };
}
