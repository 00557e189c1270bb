/** How much can flow through a network: the method of Ford and Fulkerson, shortest ways first (Edmonds and Karp 1972). */
export class Network {
  readonly #to: number[] = [];
  readonly #left: number[] = [];
  readonly #from = new Map<number, number[]>();

  /** A way from one node to another that takes so much; nodes are whole numbers. */
  addEdge(from: number, to: number, most: number): void {
    for (const [a, b, c] of [
      [from, to, most],
      [to, from, 0],
    ] as const) {
      const list = this.#from.get(a);
      if (list) list.push(this.#to.length);
      else this.#from.set(a, [this.#to.length]);
      this.#to.push(b);
      this.#left.push(c);
    }
  }

  /** The most that flows from a source to a sink. Uses up the ways: asked once. */
  maxFlow(source: number, sink: number): number {
    for (let total = 0; ;) {
      const by = new Map<number, number>([[source, -1]]);
      const queue = [source];
      for (let k = 0; k < queue.length && !by.has(sink); k += 1)
        for (const way of this.#from.get(queue[k]!) ?? [])
          if (this.#left[way]! > 0 && !by.has(this.#to[way]!)) {
            by.set(this.#to[way]!, way);
            queue.push(this.#to[way]!);
          }
      if (!by.has(sink)) return total;
      const path: number[] = [];
      for (let node = sink; node !== source; node = this.#to[path.at(-1)! ^ 1]!) path.push(by.get(node)!);
      const amount = Math.min(...path.map((way) => this.#left[way]!));
      for (const way of path) {
        this.#left[way]! -= amount;
        this.#left[way ^ 1]! += amount;
      }
      total += amount;
    }
  }
}
