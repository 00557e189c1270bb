/**
 * Of what is seen again and again in one sitting, the first right answers tell and further ones hardly anything; of the wrong ones
 * as large a share is taken as of the right ones, so that what is left comes right as often as all of it did.
 */
export class FewOfMany {
  private right = 0;
  private wrong = 0;
  private taken = 0;

  /** @param most so many right answers are taken */
  constructor(private readonly most: number) {}

  /**
   * Whether the next answer is one of those taken.
   * @param rights how many right ones there are in all, where that is known; else those so far
   */
  takes(miss: boolean, rights?: number): boolean {
    if (!miss) return (this.right += 1) <= this.most;
    this.wrong += 1;
    const share = Math.min(1, this.most / Math.max(1, rights ?? this.right));
    if (this.taken + 1 > this.wrong * share + 0.5) return false;
    this.taken += 1;
    return true;
  }
}
