/** The child's screen: joined by a short code, shows only the card, and finds its way back by itself when the line is lost. */
import { screenState, type ScreenState } from '@sapling/contract';
import { useEffect, useState } from 'react';
import { TextLines } from '../reading/text-lines.js';
import { Card } from './card.js';
import { keptAs, under } from '../base.js';
import { useAwake } from '../ui/use-awake.js';

const KEPT = keptAs('sapling-child-screen');

export function ChildScreen() {
  useAwake();
  const [code, setCode] = useState(
    () => new URLSearchParams(location.search).get('code')?.toUpperCase() ?? sessionStorage.getItem(KEPT) ?? '',
  );
  const [joined, setJoined] = useState(code !== '');
  const [state, setState] = useState<ScreenState | null>(null);
  const [line, setLine] = useState<'there' | 'lost' | 'no such code'>('there');
  useEffect(() => {
    if (!joined) return;
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const connect = async (): Promise<void> => {
      // asked first, since a stream that is refused cannot say why
      let known = false;
      source = new EventSource(under(`/api/screens/${encodeURIComponent(code)}/events`));
      source.onopen = () => setLine('there');
      source.onmessage = (event) => {
        const found = screenState.safeParse(JSON.parse(event.data as string));
        if (!found.success) return;
        known = true;
        sessionStorage.setItem(KEPT, code);
        setLine('there');
        setState(found.data);
        if (found.data.open) return;
        source?.close();
        sessionStorage.removeItem(KEPT);
        setJoined(false);
      };
      source.onerror = () => {
        if (gone) return;
        source?.close();
        // a line that had worked is tried again until it is back; a code that never worked is said to be wrong
        void fetch(under('/api/health'))
          .then((answer) => {
            if (gone) return;
            if (answer.ok && !known && sessionStorage.getItem(KEPT) !== code) {
              setLine('no such code');
              setJoined(false);
              return;
            }
            setLine('lost');
            timer = setTimeout(() => void connect(), 1500);
          })
          .catch(() => {
            if (gone) return;
            setLine('lost');
            timer = setTimeout(() => void connect(), 1500);
          });
      };
    };
    void connect();
    return () => {
      gone = true;
      clearTimeout(timer);
      source?.close();
    };
  }, [joined, code]);

  if (!joined)
    return (
      <main className="grid h-dvh place-items-center bg-[#fbfaf3]">
        <form
          className="grid w-80 gap-4 text-center"
          onSubmit={(event) => {
            event.preventDefault();
            setState(null);
            setLine('there');
            if (code.trim().length === 5) setJoined(true);
          }}
        >
          <h1 className="text-2xl">The child’s screen</h1>
          <label className="grid gap-2">
            The code on the adult’s screen
            <input
              className="field min-h-16 text-center font-child !text-4xl uppercase"
              autoFocus
              autoComplete="off"
              maxLength={5}
              value={code}
              onChange={(event) => setCode(event.target.value.toUpperCase())}
            />
          </label>
          {line === 'no such code' && (
            <p role="alert" className="text-gap">
              No screen has this code now. Look again, or press “Second screen” beside the check.
            </p>
          )}
          {state && !state.open && <p className="text-ink-2">This screen has been closed.</p>}
          <button className="btn btn-main" disabled={code.trim().length !== 5}>
            Show the cards
          </button>
        </form>
      </main>
    );
  return (
    <main className="relative grid h-dvh place-items-center overflow-hidden bg-[#fbfaf3]">
      <h1 className="sr-only">Card</h1>
      {state?.card &&
        ('reading' in state.card ? (
          <article className="max-h-dvh overflow-y-auto px-8 py-6">
            <h2 className="mb-5 font-child text-3xl font-bold">{state.card.reading.title}</h2>
            <TextLines text={state.card.reading.text} size={30} />
          </article>
        ) : (
          <Card key={state.number} {...state.card} second={state.card.second ?? false} />
        ))}
      {line === 'lost' && <p className="absolute bottom-4 left-4 text-sm text-ink-2">The line is lost; it comes back by itself.</p>}
    </main>
  );
}
