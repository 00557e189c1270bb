/**
 * Words that no generator may offer to a child: a well-kept package's list, and a reviewed list of our
 * own for what is merely wrong in a reading lesson (drink, drugs, weapons, killing, undress). A word
 * here is still analysed when somebody's own text holds it.
 */
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const listed = require('naughty-words') as Record<string, string[]>;

const REVIEWED = `
ass arse bastard beer bitch bimbo bloody bomb bondage boob boobs booze bra bras breast breasts brothel bugger bum butt
cannabis cocaine cock condom corpse crack crap crotch cult damn damned dead death devil die died dies dope dork drug drugs drunk dumb
dyke dwarf erotic execute fag fat fatso fetish fart flesh gay gin git gun guns gang gangs gore grope harem heck hell heroin hoe homo horny
hooker hump idiot jerk junkie kill killed killer kills kinky knickers knife lesbian lust lynch mafia meth moron murder murdered
murderer naked nazi nude opium orgy pee penis pimp pistol piss poo poop porn prick prostitute pube puke punk pussy queer racist
rape raped rapist rifle rum satan screw screwed scum semen sex sexual sexy shag shit shoot shot shotgun sissy skank slag
slap slave slaves slut smut snog sod sniper sperm spit stab stabbed strip stripper stupid suicide suck sucks sucked sucker tart terrorist thug
tit tits titties toke topless torture tramp trash turd twat twit urine vagina victim vodka vomit wank weed wee whip whisky whiskey whore
wine womb bosom pub cigar cigarette ciggy smoke smoking hitler jihad hash hag hoes sob snuff skunk spank spanked spanking thong tattoo lager
ale cider alcohol addict abuse abused assault assassin bullet bullets burial coffin grenade hangover hostage hung hanged massacre missile
noose nipple nipples panties pervert poison rob robber robbed sadist scumbag shag sinner spastic spaz spic stalk stalker stoned threesome
tosser ugly virgin war weapon weapons blood bleed bled lad dam cum jap paki coon chink kike wop gook wog dago ho pot crack speed snort
ecstasy acid goddamn god jesus christ gosh allah lord suck dick dicks rod nut nuts bang banged balls knob hooters hard jugs melons stiff willy
`;

/** Swearing and words for the body: not even one letter away from these may a made-up word come. */
const RUDE = `
ass arse bastard bitch boob boobs bugger bum butt clit cock coon cunt crap cum damn dick dildo dyke fag fanny fart fuck gook homo hooker
horny jizz kike minge muff nazi nigger nob paki pee penis piss poo poop porn prick pube puke pussy shag shit skank slag slut snog sod
spaz spic spunk spum smeg dild clit jiz wazz tit tits titty tosser turd twat wank whore willy wop sex sexy
`;
const unfit = new Set<string>(RUDE.split(/\s+/).filter(Boolean));
for (const word of REVIEWED.split(/\s+/).filter(Boolean)) unfit.add(word);
for (const word of listed['en'] ?? []) if (/^[a-z]+$/.test(word)) unfit.add(word);
/** Ordinary children's words that the package's or our own net catches by a second meaning. */
for (const word of [
  'hard',
  'speed',
  'pot',
  'balls',
  'nut',
  'nuts',
  'rod',
  'lad',
  'stiff',
  'ho',
  'knob',
  'dumb',
  'fat',
  'dam',
  'acid',
  'melons',
  'gosh',
  'snuff',
  'bang',
  'banged',
  'spit',
  'hump',
])
  unfit.delete(word);
const STEMS = [
  'fuck',
  'shit',
  'cunt',
  'nigg',
  'whor',
  'porn',
  'rapis',
  'murder',
  'suicid',
  'terroris',
  'prostitut',
  'masturb',
  'slutt',
  'bitch',
  'bastard',
  'kinky',
  'cocain',
  'heroin',
];

/** Whether a lower-case spelling must never be offered to a child. */
export function isUnfit(word: string): boolean {
  return unfit.has(word) || STEMS.some((stem) => word.startsWith(stem));
}

/** The words that a made-up word may neither be, nor sound like, nor come one letter near. */
export function rudeWords(): string[] {
  const rude = new Set(RUDE.split(/\s+/).filter(Boolean));
  for (const word of listed['en'] ?? []) if (/^[a-z]{3,10}$/.test(word)) rude.add(word);
  return [...rude].sort();
}
