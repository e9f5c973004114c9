/**
 * Work that many ask for at once: while it runs, all who ask wait for one further run, which begins after they asked
 * and so sees what they did before.
 */
export class Coalesced<T> {
  private readonly running = new Map<string, Promise<T>>();
  private readonly next = new Map<string, Promise<T>>();

  run(key: string, work: () => Promise<T>): Promise<T> {
    const current = this.running.get(key);
    if (!current) return this.begin(key, work);
    const queued = this.next.get(key);
    if (queued) return queued;
    const after = current.then(
      () => this.follow(key, work),
      () => this.follow(key, work),
    );
    this.next.set(key, after);
    return after;
  }

  private follow(key: string, work: () => Promise<T>): Promise<T> {
    this.next.delete(key);
    return this.begin(key, work);
  }

  private begin(key: string, work: () => Promise<T>): Promise<T> {
    const run = work().finally(() => {
      if (this.running.get(key) === run) this.running.delete(key);
    });
    this.running.set(key, run);
    return run;
  }
}
