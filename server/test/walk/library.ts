/** What a school changes in its library on a walk: orders of its own, words, cues, rules, texts, styles. */
import { uuidv7 } from '../../src/ids.js';
import type { Steps, Walk } from './steps.js';
import type { ThereAndBack, Undo } from './there-and-back.js';
import type { World } from './world.js';

type Row = Readonly<Record<string, unknown>> & { readonly version: number | null };

/** One kind of thing the library keeps: where, under which key, and how one is made. */
interface Shelf {
  readonly list: string;
  readonly key: string;
  readonly keys?: readonly string[];
  readonly make: (walk: Walk) => Record<string, unknown>;
  /** Whether it can be taken out. */
  readonly stays?: true;
}
const units = (text: string) => text.split(' ').map((u) => ({ grapheme: u.split(':')[0]!, sound: u.split(':')[1]! }));
/** Ways to cut words of texts and plans that are met on a walk. */
const CUTS: Readonly<Record<string, readonly string[]>> = {
  rain: ['r:r ai:ay n:n', 'r:r a:a i:i n:n'],
  tin: ['t:t i:i n:n', 't:t in:n'],
  pin: ['p:p i:i n:n', 'p:p in:n'],
};

const SHELVES: Readonly<Record<string, Shelf>> = {
  order: {
    list: '/api/orders',
    key: 'id',
    make: (walk) => ({
      name: `Our order ${walk.roll(100)}`,
      style: 'cards and dictation',
      steps: [
        { name: '1', gpcs: ['s:s', 't:t', 'a:a'], words: [] },
        { name: '2', gpcs: ['p:p', 'i:i', 'n:n'], words: ['the'] },
        { name: '3', gpcs: ['ai:ay'], words: [] },
      ].slice(0, 2 + walk.roll(2)),
    }),
  },
  'cut word': {
    list: '/api/words/corrections',
    key: 'word',
    keys: Object.keys(CUTS),
    make: (walk) => ({ ways: walk.roll(2) }),
  },
  'school’s word': {
    list: '/api/words/school',
    key: 'word',
    keys: ['tin', 'ran', 'pat'],
    make: (walk) => ({ offer: walk.pick(['also', 'never']) }),
  },
  cue: {
    list: '/api/cues',
    key: 'gpc',
    keys: ['s:s', 'ai:ay'],
    make: (walk) => ({ keyWord: walk.pick(['sock', 'sun', 'tail'])!, cue: '', action: '', picture: '', story: '' }),
    stays: true,
  },
  rule: {
    list: '/api/rules',
    key: 'id',
    make: (walk) => ({
      rule: {
        says: `ai stands in the middle ${walk.roll(100)}`,
        about: 'spelling',
        graphemes: ['ai'],
        sounds: ['ay'],
        where: 'middle',
      },
    }),
  },
  text: {
    list: '/api/texts',
    key: 'id',
    make: (walk) => ({
      title: `The tin ${walk.roll(100)}`,
      kind: 'story',
      text: 'A tin pan is in the rain.',
      offered: [{ order: 'riverbank', step: 3 }],
      explain: [],
      questions: [],
    }),
  },
  style: {
    list: '/api/styles',
    key: 'id',
    make: (walk) => ({
      name: `Short ${walk.roll(100)}`,
      parts: [{ id: 'one', kind: 'review', title: '', minutes: 5 + walk.roll(5), how: '' }],
      oldToNew: 3,
      atError: '',
    }),
  },
};

const rowsOf = async (w: World, { list }: Shelf): Promise<Row[]> => (await w.get<Row[]>(list)).filter((r) => r.version !== null);
const at = (shelf: Shelf, key: string): string => `${shelf.list}/${encodeURIComponent(key)}`;
function save(w: World, shelf: Shelf, key: string, body: Record<string, unknown>, version: number): Promise<Row> {
  const { ways, ...rest } = body;
  const cut = typeof ways === 'number' ? { units: units(CUTS[key]![ways]!) } : {};
  return w.ask('PUT', at(shelf, key), { ...rest, ...cut, version });
}
/** Without its key, and what only says who saved it. */
function contentOf(shelf: Shelf, row: Row): Record<string, unknown> {
  const { [shelf.key]: _key, version: _version, by: _by, at: _at, measured: _measured, ...rest } = row;
  return rest;
}
/** One of the kind that is there, or a key for one that is not. */
async function oneOf(walk: Walk, w: World, shelf: Shelf): Promise<{ key: string; row: Row | undefined }> {
  const rows = await rowsOf(w, shelf);
  const row = walk.roll(2) === 0 ? walk.pick(rows) : undefined;
  const key = row ? String(row[shelf.key]) : (walk.pick(shelf.keys ?? []) ?? uuidv7());
  return { key, row: rows.find((r) => r[shelf.key] === key) };
}
const followed = async (w: World, key: string): Promise<boolean> => (await w.classes()).some((c) => c.orderId === key);

const change =
  (shelf: Shelf): Steps[string] =>
  async (walk, w) => {
    const { key, row } = await oneOf(walk, w, shelf);
    await save(w, shelf, key, shelf.make(walk), row?.version ?? 0);
  };
const takeOut =
  (shelf: Shelf): Steps[string] =>
  async (walk, w) => {
    const row = walk.pick(await rowsOf(w, shelf));
    if (!row || (await followed(w, String(row[shelf.key])))) return;
    await w.ask('DELETE', `${at(shelf, String(row[shelf.key]))}?version=${row.version!}`);
  };
/** Changed, or made where there was none; then as it was. */
const changeAndBack =
  (shelf: Shelf): ThereAndBack[string] =>
  async (walk, w) => {
    const { key, row } = await oneOf(walk, w, shelf);
    // what cannot be taken out again was not there before
    if (!row && shelf.stays) return null;
    const saved = await save(w, shelf, key, shelf.make(walk), row?.version ?? 0);
    return (): Promise<unknown> =>
      row ? save(w, shelf, key, contentOf(shelf, row), saved.version!) : w.ask('DELETE', `${at(shelf, key)}?version=${saved.version!}`);
  };
const takeOutAndBack =
  (shelf: Shelf): ThereAndBack[string] =>
  async (walk, w): Promise<Undo | null> => {
    const row = walk.pick(await rowsOf(w, shelf));
    const key = row && String(row[shelf.key]);
    if (!row || !key || (await followed(w, key))) return null;
    await w.ask('DELETE', `${at(shelf, key)}?version=${row.version!}`);
    // a page that was open meanwhile knows the version before
    return () => save(w, shelf, key, contentOf(shelf, row), walk.roll(2) === 0 ? 0 : row.version! + 1);
  };

const named = <T>(what: string, of: (shelf: Shelf) => T, shelves = Object.entries(SHELVES)): Record<string, T> =>
  Object.fromEntries(shelves.map(([name, shelf]) => [`a ${name} ${what}`, of(shelf)]));
const GOING = Object.entries(SHELVES).filter(([, shelf]) => !shelf.stays);

export const librarySteps: Steps = {
  ...named('is saved', change),
  ...named('is taken out', takeOut, GOING),
  'a class follows an order of one’s own': async (walk, w) => {
    const own = walk.pick(await rowsOf(w, SHELVES.order!));
    const { id, version } = walk.pick(await w.classes())!;
    if (own) await w.ask('PATCH', `/api/classes/${id}`, { orderId: own.id, taughtSteps: 2, version });
  },
};
export const libraryThereAndBack: ThereAndBack = {
  ...named('is changed and put back', changeAndBack),
  ...named('is taken out and put back', takeOutAndBack, GOING),
};

/** All of it as a lead sees it, without who saved it and how often. */
export async function libraryOf(get: <T>(path: string) => Promise<T>): Promise<Record<string, unknown>> {
  const shelves = Object.entries(SHELVES).map(async ([name, shelf]) => {
    const rows = (await get<Row[]>(shelf.list)).filter((r) => r.version !== null);
    return [name, rows.map((r) => [r[shelf.key], contentOf(shelf, r)])] as const;
  });
  return Object.fromEntries(await Promise.all(shelves));
}
