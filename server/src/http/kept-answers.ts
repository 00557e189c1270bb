/** Answers as they were written, for whoever asks the same again before anything of it has changed: bounded, the longest unused go first. */
export class KeptAnswers {
  readonly #kept = new Map<string, { readonly stamp: string; readonly text: string }>();
  #size = 0;

  /** @param most characters that are kept in all */
  constructor(private readonly most = 24_000_000) {}

  get(key: string, stamp: string): string | undefined {
    const found = this.#kept.get(key);
    if (!found) return undefined;
    this.#kept.delete(key);
    if (found.stamp !== stamp) {
      this.#size -= found.text.length;
      return undefined;
    }
    this.#kept.set(key, found);
    return found.text;
  }

  clear(): void {
    this.#kept.clear();
    this.#size = 0;
  }

  keep(key: string, stamp: string, text: string): void {
    this.#size -= this.#kept.get(key)?.text.length ?? 0;
    this.#kept.delete(key);
    // one that would push out half of the others is not worth it
    if (text.length > this.most / 2) return;
    this.#kept.set(key, { stamp, text });
    this.#size += text.length;
    for (const [other, { text: gone }] of this.#kept) {
      if (this.#size <= this.most) break;
      this.#kept.delete(other);
      this.#size -= gone.length;
    }
  }
}
