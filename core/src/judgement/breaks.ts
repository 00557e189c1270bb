/**
 * Breaks: days in which nothing at all was seen of a child. In term a pair that is not asked is still met in class, in a holiday it
 * is not, and nobody says which it was: a silence that is longer than any half-term counts as a holiday, and one that is longer than
 * any holiday has school in it again.
 */
const DAY_MS = 86_400_000;
/** So long with nothing seen of a child at all is a break: longer than any half-term, shorter than a summer. */
const BREAK_FROM_DAYS = 21;
/** The longest summers. A child who is looked at twice a year was at school in between: it was taken for half a year's holiday, in which all is lost. */
const BREAK_TO_DAYS = 70;

/** The breaks of one child so far. */
export class Breaks {
  private over = 0;
  private seenLast = Number.NaN;

  /** Days of breaks until a moment (milliseconds): of each beyond its first three weeks, up to its tenth. */
  until(at: number): number {
    if (Number.isNaN(this.seenLast)) return this.over;
    return this.over + Math.max(0, Math.min(BREAK_TO_DAYS, (at - this.seenLast) / DAY_MS) - BREAK_FROM_DAYS);
  }

  /** The child was at school: no break is on. */
  present(at: number): void {
    this.over = this.until(at);
    this.seenLast = at;
  }

  copy(): Breaks {
    return Object.assign(new Breaks(), this);
  }
}
