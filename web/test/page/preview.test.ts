/** The look at a class list before anything is written: what is written is what was looked at. */
import { act, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { usePreview, type Asked } from '../../src/children/use-preview.js';
import { NO_NETWORK, onPage, serve } from './support/page.js';

/** Rows as one way of reading the columns gives them. */
const rows = (...classNames: string[]): Asked =>
  ({ rows: classNames.map((className, k) => ({ row: k + 2, givenName: 'Ada', className })), names: false }) as unknown as Asked;
/** The server says of each row which class it would go into. */
const looks = () =>
  serve({ previewImport: ({ body }) => ({ rows: (body as Asked).rows.map((r) => ({ row: r.row, action: 'add', reason: r.className })) }) });
const list = {};
const open = (asked: Asked) =>
  onPage(({ file, of }: { file: object | null; of: Asked }) => usePreview(file, of), { file: list as object | null, of: asked });

describe('a class list that is looked at', () => {
  it('is ready for just what was looked at: with another column chosen it is looked at again first', async () => {
    looks();
    const { result, rerender } = open(rows('Wrens'));
    expect(result.current).toMatchObject({ preview: null, upToDate: false });
    await waitFor(() => expect(result.current.upToDate).toBe(true));
    rerender({ file: list, of: rows('Year 1') });
    expect(result.current.preview, 'what was said before stands meanwhile').not.toBeNull();
    expect(result.current.upToDate).toBe(false);
    await waitFor(() => expect(result.current.upToDate).toBe(true));
    expect(result.current.preview!.rows[0]).toMatchObject({ reason: 'Year 1' });
  });
  it('is not ready where the server could not look, and is looked at again when told', async () => {
    looks();
    const { result, rerender } = open(rows('Wrens'));
    await waitFor(() => expect(result.current.upToDate).toBe(true));
    serve({ previewImport: () => NO_NETWORK });
    rerender({ file: list, of: rows('Year 1') });
    await waitFor(() => expect(result.current.trouble).not.toBeNull());
    expect(result.current.upToDate).toBe(false);
    looks();
    act(() => result.current.again());
    await waitFor(() => expect(result.current).toMatchObject({ upToDate: true, trouble: null }));
  });
  it('keeps nothing of the list that was here before', async () => {
    looks();
    const { result, rerender } = open(rows('Wrens'));
    await waitFor(() => expect(result.current.upToDate).toBe(true));
    rerender({ file: {}, of: rows('Owls') });
    expect(result.current).toMatchObject({ preview: null, upToDate: false });
    rerender({ file: null, of: rows('Owls') });
    expect(result.current).toMatchObject({ preview: null, upToDate: false, trouble: null });
  });
});
