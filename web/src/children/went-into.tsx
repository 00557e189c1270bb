/** Where a record is here no more: the one it became part of, if that is why. */
import { fullName } from '@sapling/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Problem } from '../api/client.js';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';

interface Asked {
  /** Of the child. */
  readonly id: string;
  /** Why it cannot be read. */
  readonly error: Error | undefined;
  /** What is shown where that is not why. */
  readonly children?: ReactNode;
}
export function WentInto({ id, error, children: otherwise }: Asked) {
  return error instanceof Problem && error.code === 'not-found' ? <Kept gone={id} otherwise={otherwise} /> : otherwise;
}

function Kept({ gone, otherwise }: { gone: string; otherwise: ReactNode }) {
  const { data: merges } = useData(useMay('import') ? 'merges' : null);
  const { data: children } = useData('children');
  const merge = merges?.find((m) => m.gone === gone && m.undoneAt === null);
  const kept = children?.find((c) => c.id === merge?.kept);
  if (!merge || !kept) return otherwise;
  return (
    <p role="status" className="my-4 max-w-xl border-l-4 border-wobbly py-1 pl-5">
      The record of {merge.name} went into another one of the same child:{' '}
      <Link className="underline" to={`/children/${kept.id}`}>
        {fullName(kept)}
      </Link>
      .
    </p>
  );
}
