/** Reads the hand-made lists of words and their cuts. */
import { readFileSync } from 'node:fs';

/** What a grapheme stands for in the lists when no sound is written. */
const COMMONEST = new Map(
  `a:a b:b c:k d:d e:e f:f g:g h:h i:i j:j k:k l:l m:m n:n o:o p:p r:r s:s t:t u:u v:v w:w x:ks y:y z:z ck:k ch:ch sh:sh th:th ng:ng
qu:kw ff:f ll:l ss:s zz:z tt:t pp:p bb:b dd:d gg:g mm:m nn:n rr:r cc:k ai:ay ay:ay ee:ee igh:igh oa:oh ar:ar or:or ur:ur er:er oi:oy
oy:oy air:air tch:ch dge:j wh:w ph:f kn:n wr:r le:uhl aw:aw a_e:ay e_e:ee i_e:igh o_e:oh ve:v ce:s ge:j ir:ur ear:eer eer:eer ea:ee oe:oh`
    .split(/\s+/)
    .map((pair) => pair.split(':') as [string, string]),
);

export interface ListedWord {
  readonly word: string;
  /** Each way the word may be cut, as graphemes with every sound accepted for each. */
  readonly cuts: { grapheme: string; sounds: string[] }[][];
}

export function readList(file: URL): ListedWord[] {
  return readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim() && !line.startsWith('#'))
    .map((line) => {
      const space = line.indexOf(' ');
      const cuts = line
        .slice(space + 1)
        .split('|')
        .map((cut) =>
          cut
            .trim()
            .split(/\s+/)
            .map((unit) => {
              const [grapheme, sounds] = unit.split(':') as [string, string?];
              const sound = sounds ?? COMMONEST.get(grapheme);
              if (sound === undefined) throw new Error(`${line}: no sound for ${grapheme}`);
              return { grapheme, sounds: sound.split('/') };
            }),
        );
      return { word: line.slice(0, space), cuts };
    });
}

/** Whether a cut is one of those listed. */
export function agrees(listed: ListedWord, units: readonly { grapheme: string; sound: string }[]): boolean {
  return listed.cuts.some(
    (cut) => cut.length === units.length && cut.every((u, k) => u.grapheme === units[k]!.grapheme && u.sounds.includes(units[k]!.sound)),
  );
}
