import { describe, expect, it } from 'vitest';
import { withProgress } from '../src/workers/progress.js';

describe('withProgress', () => {
  it('tells how far a call is, and nothing that arrives after its answer', async () => {
    const told: number[] = [];
    let late: (done: number) => void = () => undefined;
    const answer = await withProgress(
      async (tell) => {
        late = tell;
        tell(0);
        tell(0.5);
        return 'found';
      },
      (done) => told.push(done),
    );
    late(1);
    expect(answer).toBe('found');
    expect(told).toEqual([0, 0.5]);
  });
  it('tells nothing more of a call that failed', async () => {
    const told: number[] = [];
    let late: (done: number) => void = () => undefined;
    const asked = withProgress<string>(
      (tell) => {
        late = tell;
        return Promise.reject(new Error('refused'));
      },
      (done) => told.push(done),
    );
    await expect(asked).rejects.toThrow('refused');
    late(0.2);
    expect(told).toEqual([]);
  });
});
