/** Web Locks in one process: first come, first served. */
export class Locks {
  private readonly queue: (() => void)[] = [];
  private held = false;
  private name = '';

  query() {
    return Promise.resolve({ held: this.held ? [{ name: this.name }] : [] });
  }

  async request(
    name: string,
    options: { ifAvailable?: boolean; signal?: AbortSignal } | Held,
    work?: Held
  ): Promise<unknown> {
    const run = work ?? (options as Held);
    const { ifAvailable, signal } = (work ? options : {}) as { ifAvailable?: boolean; signal?: AbortSignal };
    if (this.held && ifAvailable) return run(null);
    if (this.held)
      await new Promise<void>((resolve, reject) => {
        this.queue.push(resolve);
        signal?.addEventListener('abort', () => reject(new Error('aborted')));
      });
    this.held = true;
    this.name = name;
    try {
      return await run({});
    } finally {
      this.held = false;
      this.queue.shift()?.();
    }
  }
}
type Held = (lock: object | null) => unknown;
