/** The file of one child, put together from their record in a thread of its own. */
import { strToU8, zipSync } from 'fflate';
import { csv } from '../transfer/csv.js';
import { whoWas, writeChildSheet, type ChildRecord } from './child-sheet.js';

export const CHILD_FORMAT = 'keen-sapling-child/1';

/** The recordings as files: one a reading, the parts put together. */
function soundFiles(sounds: ReadonlyMap<string, Uint8Array>, record: ChildRecord): Record<string, Uint8Array> {
  const files: Record<string, Uint8Array> = {};
  for (const { reading, mime } of record.recordings) {
    const sound = sounds.get(reading);
    const ending = mime.includes('ogg') ? 'ogg' : mime.includes('mp4') ? 'm4a' : 'webm';
    if (sound && sound.length > 0) files[`recordings/${reading}.${ending}`] = sound;
  }
  return files;
}

const plainRows = (rows: readonly object[]): Record<string, string | number | boolean | null>[] =>
  rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, value]) => [
        key,
        value !== null && typeof value === 'object' ? JSON.stringify(value) : (value as string),
      ]),
    ),
  );
/** @param columns the heading of a table that has no row yet */
const table = (rows: readonly object[], columns: readonly string[] = []): Uint8Array => {
  const plain = plainRows(rows);
  return strToU8(csv(plain.length === 0 ? columns : [...new Set(plain.flatMap((r) => Object.keys(r)))], plain));
};

/** A ZIP: a PDF to read, CSV files, `child.json`, the recordings. */
export async function packChild({
  record,
  writtenAt,
  sounds,
}: {
  record: ChildRecord;
  writtenAt: string;
  /** What was recorded, by reading. */
  sounds: ReadonlyMap<string, Uint8Array>;
}): Promise<Uint8Array> {
  const json = {
    format: CHILD_FORMAT,
    writtenAt,
    school: record.school,
    child: record.child,
    colleagues: Object.fromEntries(
      [...new Set(Object.values(record.rows).flatMap((rows) => rows.map((r) => r.by ?? '')))]
        .filter(Boolean)
        .map((id) => [id, whoWas(record, id)]),
    ),
    rows: record.rows,
  };
  const takenBack = new Set(record.rows.withdrawals.map((w) => w.observation));
  const named = record.rows.observations.map(({ child: _child, by, ...o }) => ({
    ...o,
    by: whoWas(record, by),
    takenBack: takenBack.has(o.id),
  }));
  const pdf = await writeChildSheet(record, writtenAt);
  return zipSync(
    {
      'read me first.pdf': new Uint8Array(pdf),
      'child.json': strToU8(JSON.stringify(json)),
      'answers.csv': table(named),
      'states.csv': table(record.line),
      'sessions.csv': table(record.sessions, ['on', 'group', 'present', 'minutes']),
      'groups.csv': table(record.groups, ['at', 'what', 'group']),
      'readings.csv': table(
        record.rows.readings.map(({ id, at, title, words }) => {
          const { score, done = false, setAside = false } = record.outcomes[id] ?? {};
          return {
            at,
            title,
            words: words.length,
            counts: done && !setAside,
            accuracy: score?.accuracy ?? null,
            wcpm: score?.wcpm ?? null,
          };
        }),
        ['at', 'title', 'words', 'counts', 'accuracy', 'wcpm'],
      ),
      'notes.csv': table(
        record.rows.remarks.map(({ at, by, text }) => ({ at, by: whoWas(record, by), text })),
        ['at', 'by', 'text'],
      ),
      ...soundFiles(sounds, record),
    },
    { level: 6 },
  );
}
