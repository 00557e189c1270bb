/**
 * The fixed sentences of a sheet for home, in the languages of families. Written with the tool and not proof-read by native
 * speakers: a school can change every one, and say that it was looked through.
 */
export const FAMILY_KEYS = ['intro', 'sounds', 'askSound', 'asIn', 'words', 'howWords', 'sentence', 'nothing', 'end'] as const;
export type FamilyKey = (typeof FAMILY_KEYS)[number];
export type FamilySentences = Readonly<Record<FamilyKey, string>>;
export interface FamilyLanguage {
  /** In English, as a class list has it. */
  readonly name: string;
  /** As its speakers call it. */
  readonly own: string;
  /** BCP 47. */
  readonly tag: string;
  readonly sentences: FamilySentences;
}

/** `{name}` stands for the child, `{word}` for the word in which a sound is heard. */
export const FAMILY_ENGLISH: FamilySentences = {
  intro: 'Five minutes together is enough; stop while it is still fun.',
  sounds: 'Sounds',
  askSound: 'Point and ask: “What sound?”',
  asIn: 'the sound in “{word}”',
  words: 'Words to read',
  howWords: '{name} says the sounds, then the word. Wait, and help only when asked.',
  sentence: 'A sentence to read together',
  nothing: 'There is nothing to practise from school this week.',
  end: 'And read aloud to your child, in any language.',
};

export const FAMILY_LANGUAGES: readonly FamilyLanguage[] = [
  {
    name: 'French',
    own: 'français',
    tag: 'fr',
    sentences: {
      intro: 'Cinq minutes ensemble suffisent ; arrêtez tant que c’est amusant.',
      sounds: 'Sons',
      askSound: 'Montrez et demandez : « Quel son ? »',
      asIn: 'le son du mot « {word} »',
      words: 'Mots à lire',
      howWords: '{name} dit les sons, puis le mot. Attendez, et n’aidez que si on vous le demande.',
      sentence: 'Une phrase à lire ensemble',
      nothing: 'Il n’y a rien à travailler pour l’école cette semaine.',
      end: 'Et lisez à voix haute à votre enfant, dans la langue que vous voulez.',
    },
  },
  {
    name: 'Polish',
    own: 'polski',
    tag: 'pl',
    sentences: {
      intro: 'Wystarczy pięć minut razem; skończcie, póki jest miło.',
      sounds: 'Głoski',
      askSound: 'Proszę wskazać i zapytać: „Jaki to dźwięk?”',
      asIn: 'dźwięk ze słowa „{word}”',
      words: 'Słowa do czytania',
      howWords: '{name} mówi dźwięki po kolei, a potem całe słowo. Proszę poczekać i pomóc tylko na prośbę.',
      sentence: 'Zdanie do wspólnego czytania',
      nothing: 'W tym tygodniu nie ma nic ze szkoły do ćwiczenia.',
      end: 'I proszę czytać dziecku na głos, w dowolnym języku.',
    },
  },
  {
    name: 'Portuguese',
    own: 'português',
    tag: 'pt',
    sentences: {
      intro: 'Cinco minutos juntos bastam; parem enquanto ainda é divertido.',
      sounds: 'Sons',
      askSound: 'Aponte e pergunte: «Que som é este?»',
      asIn: 'o som da palavra «{word}»',
      words: 'Palavras para ler',
      howWords: '{name} diz os sons e depois a palavra. Espere, e ajude só quando lhe for pedido.',
      sentence: 'Uma frase para lerem juntos',
      nothing: 'Esta semana não há nada da escola para praticar.',
      end: 'E leia em voz alta para a sua criança, em qualquer língua.',
    },
  },
  {
    name: 'Romanian',
    own: 'română',
    tag: 'ro',
    sentences: {
      intro: 'Cinci minute împreună sunt de ajuns; opriți-vă cât timp este plăcut.',
      sounds: 'Sunete',
      askSound: 'Arătați și întrebați: „Ce sunet este?”',
      asIn: 'sunetul din cuvântul „{word}”',
      words: 'Cuvinte de citit',
      howWords: '{name} spune sunetele, apoi cuvântul. Așteptați și ajutați doar când vi se cere.',
      sentence: 'O propoziție de citit împreună',
      nothing: 'Săptămâna aceasta nu este nimic de exersat de la școală.',
      end: 'Și citiți-i copilului cu voce tare, în orice limbă.',
    },
  },
  {
    name: 'Spanish',
    own: 'español',
    tag: 'es',
    sentences: {
      intro: 'Cinco minutos juntos bastan; paren mientras siga siendo divertido.',
      sounds: 'Sonidos',
      askSound: 'Señale y pregunte: «¿Qué sonido es?»',
      asIn: 'el sonido de la palabra «{word}»',
      words: 'Palabras para leer',
      howWords: '{name} dice los sonidos y después la palabra. Espere, y ayude solo cuando se lo pida.',
      sentence: 'Una frase para leer juntos',
      nothing: 'Esta semana no hay nada de la escuela que practicar.',
      end: 'Y lea en voz alta con su niño o niña, en cualquier idioma.',
    },
  },
  {
    name: 'Turkish',
    own: 'Türkçe',
    tag: 'tr',
    sentences: {
      intro: 'Birlikte beş dakika yeter; hâlâ keyifliyken bırakın.',
      sounds: 'Sesler',
      askSound: 'Gösterip sorun: “Bu hangi ses?”',
      asIn: '“{word}” kelimesindeki ses',
      words: 'Okunacak kelimeler',
      howWords: '{name} önce sesleri, sonra kelimeyi söyler. Bekleyin; yalnızca istenince yardım edin.',
      sentence: 'Birlikte okunacak bir cümle',
      nothing: 'Bu hafta okuldan çalışılacak bir şey yok.',
      end: 'Bir de çocuğunuza istediğiniz dilde yüksek sesle okuyun.',
    },
  },
  {
    name: 'Ukrainian',
    own: 'українська',
    tag: 'uk',
    sentences: {
      intro: 'П’яти хвилин разом досить; закінчуйте, поки ще цікаво.',
      sounds: 'Звуки',
      askSound: 'Покажіть і запитайте: «Який це звук?»',
      asIn: 'звук зі слова «{word}»',
      words: 'Слова для читання',
      howWords: '{name} каже звуки, а потім слово. Зачекайте й допоможіть, лише коли попросять.',
      sentence: 'Речення, щоб прочитати разом',
      nothing: 'Цього тижня зі школи немає чого вправляти.',
      end: 'І читайте дитині вголос будь-якою мовою.',
    },
  },
  {
    name: 'Vietnamese',
    own: 'Tiếng Việt',
    tag: 'vi',
    sentences: {
      intro: 'Năm phút cùng nhau là đủ; hãy dừng lại khi vẫn còn vui.',
      sounds: 'Các âm',
      askSound: 'Chỉ vào chữ và hỏi: “Âm gì?”',
      asIn: 'âm trong từ “{word}”',
      words: 'Các từ để đọc',
      howWords: '{name} đọc từng âm, rồi đọc cả từ. Hãy chờ, và chỉ giúp khi con nhờ.',
      sentence: 'Một câu để cùng đọc',
      nothing: 'Tuần này không có bài luyện tập từ trường.',
      end: 'Và hãy đọc to cho con nghe, bằng bất kỳ ngôn ngữ nào.',
    },
  },
];

/** A language as somebody typed it for a child: by its English name or its own. @example familyLanguage('polski')?.tag // 'pl' */
export function familyLanguage(typed: string): FamilyLanguage | undefined {
  const key = typed.trim().toLocaleLowerCase('en');
  return FAMILY_LANGUAGES.find((l) => [l.name.toLowerCase(), l.own.toLocaleLowerCase(l.tag), l.tag].includes(key));
}
