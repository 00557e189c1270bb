/**
 * The guard over what is offered to children. It does not know how the word book was made: stems and whole words that no child
 * may be handed, written down for this test alone, are looked for in every inflection and compound of the whole lexicon and in
 * what every generator may offer; beside them stands a package's list.
 */
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { loadLexicon } from '@sapling/core';
import { offerableWords, type Lexicon } from '@sapling/core/phonics';
import { SENTENCES, YES_OR_NO } from '@sapling/core/planning';
import { TEXTS } from '@sapling/data';
import { readBook } from '../src/words/book.js';

/** Wherever these letters stand in a word. */
const ANYWHERE = `fuck shit cunt nigg whor porn rapis masturb bitch bastard cocain heroin prostitut suicid murder terroris orgas wank
slut faggot dildo penis vagin testic nippl condom bullshit motherf asshol arsehol jackass dickhead goddam vodka whisk(?=e?y$|ies$) liquor tequila
narcot marijuana cannabis strangl tortur molest incest sodom erotic nazi holocaust massacr assassin homicid genocid lynch strippers? prostat
terror corpse autops cadaver kidnap hostage gunshot gunfire gunm[ae]n gunpoint bloodshed bloodstain deathbed manslaughter`.split(/\s+/);
/** Whole words, and with the endings a word can take. */
const WHOLE = `ass arse butt boob tit crap damn hell piss pee poo turd fart bum nude naked sex sexy horny screw shag snog spunk semen
sperm breast bra bosom womb rape rapist kill killer gun pistol rifle bullet bomb grenade missile weapon dagger sword shotgun shoot shot stab blood bloody
die dead death drug dope weed(?!s?$) meth heroin opium booze beer wine rum gin ale cider champagne cocktail drunk pub cigar cigarette smoker smoking gamble bet casino
poker jackpot slave whip noose devil satan demon idiot moron stupid dumb fat fatso ugly retard cripple midget dwarf lunatic psycho jerk loser
bimbo dork wimp pimp thug gangster mafia mob murder prison jail arrest crime criminal victim war hitler jew gook spic coon chink kike wop dago paki
gay lesbian queer dyke homo hooker whore virgin bondage kinky pervert suicide abort abortion divorce funeral coffin grave(?!l|ly) poison skank tart(?!an)
hon com gonna gotta wanna kinda gimme dunno ain hath doth thee thou thy hast ye yea nay lo
jock bloke dude hottie babe jeez gosh heck darn bugger sod bloody bollocks git prat pillock wally plonker nob knobhead twit twat`
  .split(/\s+/)
  .filter(Boolean);
/** Innocent though a stem stands in them; each looked at. */
const INNOCENT = new Set('whisk whisks whisked whisker whiskers whisking shuttle shuttles weeds weed tartan gravel'.split(' '));
const ENDINGS = '(s|es|ed|d|ing|er|ers|y|ies|ier|iest|ish|ly|ness|er|ped|ping|ged|ging|ted|ting|ned|ning|med|ming|ter|ters|ting)?';

const anywhere = ANYWHERE.map((stem) => new RegExp(stem));
const whole = WHOLE.map((word) => new RegExp(`^${word}${ENDINGS}$`));
const isRude = (word: string): boolean => !INNOCENT.has(word) && (anywhere.some((r) => r.test(word)) || whole.some((r) => r.test(word)));
/** Ordinary words that are one of the whole words with an ending only by their letters; each looked at. */
const READ_AND_FINE = new Set(
  `better butter buttered buttering butters diet diets bead dyed dye dyes poor peer peered peers peep peeped peeping peeps ginger shoes warned warning warnings wary
  warm warmed warmer warming yes lose loses comes come coming bumper bumped bumping bumps bumpy tummy hasty spices spicy hello mobile fated honest bras brass
  finer helper coned`.split(/\s+/),
);

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('what may be offered to a child', () => {
  it('holds none of the words of the guard, in no inflection and no compound', () => {
    const offered = offerableWords(lexicon).map((w) => w.word);
    expect(offered.length).toBeGreaterThan(6000);
    expect(offered.filter((word) => isRude(word) && !READ_AND_FINE.has(word))).toEqual([]);
  });
  it('holds none of a well-kept list of words unfit for children', () => {
    const listed = new Set((createRequire(import.meta.url)('naughty-words') as { en: string[] }).en);
    expect(
      offerableWords(lexicon)
        .filter((w) => listed.has(w.word))
        .map((w) => w.word),
    ).toEqual([]);
  });
  it('would not pass if one were put back', () => {
    for (const word of [
      'pissed',
      'asses',
      'killing',
      'gunshot',
      'motherfucking',
      'screws',
      'butts',
      'hookers',
      'spics',
      'rapes',
      'condoms',
    ])
      expect(isRude(word) && !READ_AND_FINE.has(word), word).toBe(true);
    // and every word of the lexicon that the guard finds is kept back
    const found = lexicon.words().filter((word) => isRude(word) && !READ_AND_FINE.has(word));
    expect(found.length).toBeGreaterThan(850);
    expect(found.filter((word) => lexicon.peek(word)!.book)).toEqual([]);
  });
  it('nor do the texts and sentences that ship, but for words that were read where they stand', () => {
    // a vet looks at blood, plants shoot, an acorn is fat, a knight lays down his sword, cream is whipped, leaves are dead
    const readThere = new Set('blood shoot shot shoots fat sword swords whip dead bet jerk screw dwarf'.split(' '));
    const given = [...SENTENCES, ...YES_OR_NO.map((q) => q.text), ...TEXTS.flatMap((t) => [t.title, t.text])].join(' ');
    const words = new Set(given.toLowerCase().match(/[a-z]+/g));
    expect([...words].filter((word) => isRude(word) && !READ_AND_FINE.has(word) && !readThere.has(word))).toEqual([]);
  });
  it('is the book and nothing else: names, archaic words and clipped ones are never in it', () => {
    const book = readBook();
    for (const { word } of offerableWords(lexicon)) expect(book.has(word), word).toBe(true);
    for (const word of ['what', 'no', 'yes', 'come', 'dad', 'mum', 'van', 'fox', 'well', 'let', 'how', 'where', 'thank'])
      expect(lexicon.peek(word)!.book, word).not.toBeNull();
    for (const word of ['hath', 'thee', 'com', 'hon', 'nick', 'jack', 'paris', 'geisha', 'kung', 'lan', 'ere', 'gaol'])
      expect(lexicon.peek(word)?.book ?? null, word).toBeNull();
  });
  it('mixes no two spellings', () => {
    const british = new Set(offerableWords(lexicon).map((w) => w.word));
    const american = new Set(offerableWords(lexicon.corrected([], { spelling: 'American' })).map((w) => w.word));
    for (const [here, there] of [
      ['colour', 'color'],
      ['grey', 'gray'],
      ['neighbour', 'neighbor'],
      ['mum', 'mom'],
      ['centre', 'center'],
      ['pyjamas', 'pajamas'],
    ] as const) {
      expect([british.has(here), british.has(there), american.has(here), american.has(there)], here).toEqual([true, false, false, true]);
    }
  });
  it('is kept as a file that a person can read and mend', () => {
    const lines = readFileSync(new URL('../words/word-book.tsv', import.meta.url), 'utf8')
      .trimEnd()
      .split('\n');
    expect(lines[0]).toBe('word\tfrom age\tkind\tspelling\tbase\tnote');
    expect(lines.slice(1).map((l) => l.split('\t')[0])).toEqual([...lines.slice(1).map((l) => l.split('\t')[0])].sort());
  });
});
