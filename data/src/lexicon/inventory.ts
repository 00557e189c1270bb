/**
 * The pairs (grapheme:sound) that the aligner may use, each with the dictionary phones it consumes and
 * a starting weight. The inventory states what English spelling can do; how often it does is learned
 * from the whole dictionary by re-estimation, never written down here.
 *
 * Phones are the CMU dictionary's, stress digits kept on AH and ER (where they tell u from uh, ur from
 * er) and dropped elsewhere, plus OH: a short o as in *orange*, which the supplement uses because the
 * dictionary's American vowels cannot tell it from AO.
 */
export interface InventoryPair {
  readonly grapheme: string;
  readonly sound: string;
  /** Phone sequences this pair may consume. */
  readonly phones: readonly (readonly string[])[];
  /** Usual pairs start likely, unusual ones unlikely; re-estimation moves both. */
  readonly rare: boolean;
}

/** What each sound id may stand for in the dictionary's phones. */
const PHONES: Record<string, string[]> = {
  p: ['P'],
  b: ['B'],
  t: ['T'],
  d: ['D'],
  k: ['K'],
  g: ['G'],
  f: ['F'],
  v: ['V'],
  s: ['S'],
  z: ['Z'],
  h: ['HH'],
  m: ['M'],
  n: ['N'],
  l: ['L'],
  r: ['R'],
  w: ['W'],
  y: ['Y'],
  th: ['TH'],
  dh: ['DH'],
  sh: ['SH'],
  zh: ['ZH'],
  ch: ['CH'],
  j: ['JH'],
  ng: ['NG'],
  a: ['AE'],
  e: ['EH'],
  i: ['IH'],
  o: ['OH'],
  u: ['AH1', 'AH2'],
  uu: ['UH'],
  ay: ['EY'],
  ee: ['IY'],
  igh: ['AY'],
  oh: ['OW'],
  oo: ['UW'],
  ah: ['AA'],
  ar: ['AA R'],
  or: ['AO R'],
  aw: ['AO'],
  ur: ['ER1', 'ER2'],
  ow: ['AW'],
  oy: ['OY'],
  air: ['EH R'],
  eer: ['IH R', 'IY R'],
  oor: ['UH R'],
  uh: ['AH0'],
  er: ['ER0'],
  ks: ['K S'],
  gz: ['G Z'],
  kw: ['K W'],
  yoo: ['Y UW', 'Y AH0', 'Y UH'],
  yoor: ['Y UH R', 'Y ER0'],
  uhl: ['AH0 L'],
  wu: ['W AH1', 'W AH2', 'W AH0'],
};

/** Usual pairs, a line a grapheme. */
const USUAL = `
b b; bb b; p p; pp p; t t; tt t; d d; dd d; k k; ck k; c k s; cc k; ch ch k sh; tch ch; qu kw k; q k; que k
g g j; gg g; gh g; gu g; gue g; dge j; j j; f f; ff f; ph f; gh f; v v; ve v; s s z; ss s; sc s; st s; se s z
ce s; z z; zz z; ze z; h h; m m; mm m; mb m; mn m; n n ng; nn n; kn n; gn n; ng ng; l l; ll l; le uhl
r r; rr r; wr r; rh r; w w; wh w h; x ks gz; y y; th th dh; the dh; sh sh; ti sh ch; ci sh; ssi sh; si zh
s zh sh; ge j zh; t ch; d j; ed t d; sw s; tw t; bu b; ss sh
a a ay ah uh aw o; e e ee i uh; i i igh ee; o o oh u uh oo; u u yoo uu oo uh; y ee i igh
ai ay; ay ay; ea ee e ay; ee ee; ei ee ay; ey ee ay; ie ee igh; igh igh; eigh ay; oa oh; oe oh; oi oy; oy oy
oo oo uu; ou ow oo u uh; ow ow oh; au aw; aw aw; augh aw; ough oh aw oo; al aw; ew oo yoo; ue oo yoo; ui oo
eu yoo oo; oul uu; eo ee; aigh ay
ar ar or er; or or er ur; er er ur eer; ir ur; ur ur er oor yoor; ear eer air ur ar; air air; are air ar; eer eer; ere eer air
ore or; oor or oor; oar or; our or er; ure yoor oor er
`;

/** Pairs that a handful of words need. */
const UNUSUAL = `
e ur; a e i u; e y; i y e; o i wu uu aw; u i e w; y y; ai e a i; ay e ee; ea ee; ee i; ei igh e i uh; ey igh
ie e i; oa aw; oe oo ee u; oo u oh; ou oh uu yoo aw; ow o; au a ah oh o ow ay; ew oh; ue e; ui i yoo; ough uh ow o
eo e uh oh; ae ee e; aa ah a; ah ah uh a; eigh igh; uy igh; ye igh; eye igh; aye igh; eau oh yoo; ao ay; aou ow
ia uh; io uh; iew yoo; ieu oo yoo; uoy oy; oeu oo; hou ow; ho o; hei ay; heir air; he e; wo oo; oh oh; eh e ay; uh u
ol oh; al a ah o; au aw; augh a; et ay; is igh; ais igh; ueue yoo; ut oo; ayor air; oir ar
ar air; er air ar; eir air eer; ier eer; eur ur yoor oor; yr ur eer; yre igh; aur or er; irr ur; urr ur; err ur; oor er
our ur oor ow; ir eer; aer air; ayer air; ire er; oar er; awer or; owar er; arr ar; orr or ur; eor er; uar er; aar ar; ah ar
ere ur; iar er; eyre air; re er; or oor; hor or; har ar; her ur er; eer er; ueur er; yer er; ere er; ear er; ore er; are er
al uhl; el uhl; il uhl; ol uhl; ul uhl; yl uhl; lle l; le l
cu k; kk k; cch k; cqu kw; cqu k; lk k; sch sh; che sh; kh k; ckgu g; cqu k; quet kay; xe ks
ghe g; gue ng; ngue ng; nge ng; nd n; ngh ng; dn n; pn n; nne n; mme m; lm m; gm m; chm m; mn m
bt t; pt t; th t; ct t; cht t; te t; tte t; ght t; phth th; tth th; dt t; d t; zz ts; z ts
lf f; lv v; pf f; gh p; pb b; b p; ft f; f v; ph v; ph p
ps s; sth s; ces s; sce s; sci sh; che k; z s; c ch sh; cc ch; cz ch; sc sh; sci s; s ch; ts s; sse s; tsch ch; tz ts; tzs ts
si sh; ci ch; xi ksh; x z; x gzh; x k; xc ks; ce sh; che ch; te ch; ti zh; tu ch; di j; gi j; dg j; gg j; dj j; ssi zh
z zh; g zh; j zh; j y h; x h; ss z; cz z; zz ts; sp s; ths z; thes z; sth s
hn n; ia i igh; owe oh; awe aw;  au uh; xh gz; ii ee; ir er; yr er; ro er; olo ur; ae uh; ua oo uh; oh o; eigh e
ll y; lh l; sl l; ln n; wh w; ww w; u w; ou w; ju w
rp r; rrh r; wh h; rps r; rt r; l ; sw s
dde d; ld d; bd d; de d; ffe f; gge g; ppe p; bbe b; pe p; be b; ke k; me m; ne n; fe f; re r; ye y; lle l; cke k
`;

/** Sounds only the unusual pairs use, so not in the notation's table. */
const EXTRA_PHONES: Record<string, string[]> = { ts: ['T S'], ksh: ['K SH'], gzh: ['G ZH'], kay: ['K EY'] };

/** Extra phone sequences for a pair in its own context, beyond what its sound usually stands for. */
const CONTEXT_PHONES: Record<string, string[]> = {
  'o:o': ['AA', 'AO', 'OH'], // dog, hot: by spelling, whatever the American vowel
  'a:o': ['AA', 'OH', 'AO'],
  'ho:o': ['AA', 'AO', 'OH'],
  'ow:o': ['AA'],
  'au:o': ['AA', 'AO', 'OH'],
  'ough:o': ['AA', 'AO', 'OH'],
  'al:o': ['AA', 'AO'],
  'm:m': ['AH0 M'], // rhythm
  // American speech weakens these to AH0; schools teach the short i that the letter shows
  'i:i': ['AH0'],
  'y:i': ['AH0'],
  'i_e:i': ['AH0'],
  'ai:i': ['AH0'],
  'ui:i': ['AH0'],
  'wh:w': ['HH W'],
  'u:oo': ['AH0 W', 'UW W'], // actual
  'u:yoo': ['Y AH0 W', 'Y UW W'], // annual
  'r:r': ['ER0'], // fire
  'n:n': ['AH0 N'], // isn't
  'u:u': ['AH0'], // unhappy
  'a:i': ['AH0'], // village
  'e:uh': ['IH'], // even
  'oor:oor': ['UW R'], // poor
  'o:uh': ['IH'], // personal
  'are:air': ['AE R'], // scarecrow
  'a:ah': ['AA'],
  'al:ah': ['AA'],
  'ar:ar': ['AA R'],
  'or:er': ['ER0', 'ER2'],
  'er:er': ['ER2'],
  're:er': ['ER0'],
  'aw:aw': ['AA'],
  'au:aw': ['AA'],
  'ough:aw': ['AA'],
  'augh:aw': ['AA'],
  'al:aw': ['AA'],
  'a:aw': ['AA'], // falling
  'ou:aw': ['AA'],
  'oa:aw': ['AA'],
};

function parse(block: string): [string, string[]][] {
  return block
    .split(/[;\n]/)
    .map((entry) => entry.trim())
    .filter(Boolean)
    .map((entry) => {
      const [grapheme, ...sounds] = entry.split(/\s+/);
      return [grapheme!, sounds];
    });
}

/** Split digraphs and the sounds a final e can go with ("whatever its vowel sounds"). */
export const SPLIT_SOUNDS: Record<string, { usual: string[]; rare: string[] }> = {
  a_e: { usual: ['ay'], rare: ['a', 'uh', 'i', 'ah', 'e', 'ee', 'aw', 'o'] },
  e_e: { usual: ['ee'], rare: ['e', 'i', 'uh', 'ay', 'u'] },
  i_e: { usual: ['igh'], rare: ['i', 'ee'] },
  o_e: { usual: ['oh'], rare: ['u', 'oo', 'o', 'uh', 'aw', 'wu', 'uu'] },
  u_e: { usual: ['yoo', 'oo'], rare: ['u', 'uh', 'i', 'uu'] },
  y_e: { usual: ['igh'], rare: ['i', 'ee'] },
};

/** All pairs the aligner may use. */
export function buildInventory(): InventoryPair[] {
  const seen = new Map<string, InventoryPair>();
  const add = (grapheme: string, sound: string, rare: boolean): void => {
    const key = `${grapheme}:${sound}`;
    if (seen.has(key)) return;
    const phones = [...(PHONES[sound] ?? EXTRA_PHONES[sound] ?? []), ...(CONTEXT_PHONES[key] ?? [])];
    if (phones.length === 0) throw new Error(`inventory: no phones for ${key}`);
    seen.set(key, { grapheme, sound, phones: [...new Set(phones)].map((p) => p.split(' ')), rare });
  };
  for (const [grapheme, sounds] of parse(USUAL)) for (const sound of sounds) add(grapheme, sound, false);
  for (const [grapheme, sounds] of parse(UNUSUAL)) for (const sound of sounds) add(grapheme, sound, true);
  for (const [grapheme, { usual, rare }] of Object.entries(SPLIT_SOUNDS)) {
    for (const sound of usual) add(grapheme, sound, false);
    for (const sound of rare) add(grapheme, sound, true);
  }
  return [...seen.values()];
}
