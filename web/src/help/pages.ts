/** The pages of help: one for each place, in plain words, short. Searched from the command list and from Help itself. */
export interface HelpPage {
  readonly id: string;
  readonly title: string;
  /** What it is for, in a line. */
  readonly about: string;
  /** A picture of the place with made-up children, by its file in `public/help`. */
  readonly picture?: { readonly file: string; readonly shows: string };
  readonly parts: readonly { readonly title: string; readonly text: readonly string[] }[];
  /** Addresses that this page helps with. */
  readonly at: RegExp;
}

export const HELP_PAGES: readonly HelpPage[] = [
  {
    id: 'first-day',
    title: 'The first day',
    about: 'From an empty installation to the first groups, in the order of the work.',
    parts: [
      {
        title: 'What to do, one after another',
        text: [
          'Choose a teaching order under Library: two questions find the one that is nearest to how you work, and it can be changed to fit.',
          'Bring in a class list under Children. First names and a class are enough; the classes follow the order you chose.',
          'Say how far each class has been taught, under Children, Classes. Only what has been taught can be a gap.',
          'Invite colleagues under Team. Each sees the children they teach, and nobody else’s.',
          'Try a check with nobody first, from Today: a practice child answers ten cards, and nothing of it is kept.',
          'Look at a whole year in a made-up school beside yours: everything can be tried there, and all of it is thrown away.',
          'Check the first child under Check. A quick check takes about three minutes.',
          'When some children are checked, open Groups and press “Suggest groups”.',
        ],
      },
    ],
    at: /^\/help\/first-day/,
  },
  {
    id: 'today',
    title: 'Today',
    about: 'What to do now, with whom, and what colleagues left for you.',
    picture: { file: 'today', shows: 'Today: sessions to run, children due for a check, notes of colleagues on the right.' },
    parts: [
      {
        title: 'What stands here',
        text: [
          'Sessions of today that are yours to run or to plan. “Run it” opens the session card by card; “Look through” shows the plan.',
          'Sessions that were not logged stay here for three days. A log is what the next session builds on.',
          'Checks that were left in the middle, and the children whose check is longest ago.',
          'Notes and logs of colleagues. What names you with @ comes first.',
        ],
      },
    ],
    at: /^\/$/,
  },
  {
    id: 'children',
    title: 'Children',
    about: 'Every child you teach, with what is known of them on one line.',
    picture: { file: 'children', shows: 'The list of children, each with a row of signs for the pairs taught.' },
    parts: [
      {
        title: 'Reading the line',
        text: [
          'Each sign is a pair that the class was taught, in the order of teaching: secure, wobbly, gap, or not looked at yet. A sign with a bar is known, but slow.',
          'Beside it stand how many gaps there are, and whether more or fewer pairs are known than three weeks ago. That is said only where it is clear: two looks always differ by a pair or two.',
          'Sort by who needs you most; open a child for every answer, every reading and every note.',
        ],
      },
      {
        title: 'Who is here',
        text: [
          'Bring in a class list, or add one child by hand. A list is looked through before anything is written, and can be taken back. Where only the name says that a child is here, or left, you are asked.',
          'At the foot of a child’s page stands the record: correct the name, move to another class, note that the child left, merge two records that are one child, take everything out for the family or the next school, or erase it for good.',
        ],
      },
    ],
    at: /^\/children/,
  },
  {
    id: 'check',
    title: 'Check',
    about: 'Find out what a child can do, one key an answer.',
    picture: { file: 'marking', shows: 'A card for the child above, the marks for the adult below.' },
    parts: [
      {
        title: 'Doing one',
        text: [
          'Choose what to find out and press Start beside a child. The quick check asks the cards that tell most and ends after about three minutes.',
          'The card is all the child sees. Mark with one key or one touch. “Slow” is right, and seldom at once: it is not a gap.',
          'An accent or a speech difference has its own mark, and counts as right.',
          'Words marked wrong with nothing noted may be the letters, or pushing together: the last page offers a few cards that tell which.',
          'Stop at any card. Nothing is lost, and it can be carried on later, on another device too.',
        ],
      },
      {
        title: 'With a second screen',
        text: ['“Second screen” beside a check gives a short code. Type it on a tablet at /screen: it shows the card and nothing else.'],
      },
      {
        title: 'On paper',
        text: ['“On paper” prints a sheet for you and one for the child, with a code. Type the marks in afterwards with the code.'],
      },
      {
        title: 'If something went wrong',
        text: [
          'A check in which nothing comes right, of a child who showed these pairs before, is taken for a bad day until another says the same.',
          'Z takes the last mark back. A check made under the wrong child can be moved to the right one.',
          'A whole check can go into the bin from its summary, a session from its page. The bin is at the lower left of Check and below Sessions: what lies there can be taken out again.',
        ],
      },
    ],
    at: /^\/(check(?!\/reading)|bin)/,
  },
  {
    id: 'reading',
    title: 'Read a text',
    about: 'A child reads aloud; you mark what goes wrong; the sums are done.',
    picture: { file: 'reading', shows: 'A text with marks over words that went wrong.' },
    parts: [
      {
        title: 'Marking',
        text: [
          'Press Enter as the child begins and again as they end. Touch a word, or follow with Space, and press the key of what happened.',
          'Type what was said where you can: it shows which pairs the slips point to.',
          'Words a minute are shown only for readings that were accurate enough, unless your school asks for all.',
          'A recording is made only where the family’s consent is noted with the child. It is deleted after the school’s days.',
        ],
      },
    ],
    at: /^\/(reading|check\/reading|progress\/reading)|\/readings$/,
  },
  {
    id: 'gaps',
    title: 'Gaps',
    about: 'All children against everything taught: what is missing, and for whom together.',
    picture: { file: 'gaps', shows: 'A grid of children and pairs, with columns that belong together side by side.' },
    parts: [
      {
        title: 'Reading the grid',
        text: [
          'A row is a child, a column a pair. Columns that the same children miss stand side by side.',
          'Open a cell to see what it rests on: each answer, each session that worked on it, and how sure it makes us.',
          'A hollow sign is not looked at yet. It is no gap; it is a question.',
        ],
      },
    ],
    at: /^\/gaps/,
  },
  {
    id: 'groups',
    title: 'Groups',
    about: 'Few groups whose members are stuck on the same things, and can sit together.',
    picture: { file: 'suggest', shows: 'Ways to form groups, each with how many pairs it is expected to teach.' },
    parts: [
      {
        title: 'Making them',
        text: [
          '“Suggest groups” searches for the groups from which most is learned in the weeks you have. Each suggestion says for whom it does little, and why.',
          'Move a child by dragging it, with the arrow keys after Space, or from its menu. Every move says what it would change before you let go. The menu of a group adds any child by name.',
          'Rules keep children together or apart, or leave one out. They are said with the reason you give.',
        ],
      },
      {
        title: 'A cycle',
        text: [
          'A group’s cycle is planned in one press: which pair is new when, what comes back, when it is checked again. Later sessions follow what really happened.',
          'A group can be given to a colleague for some days from its menu, or all of somebody’s work under Team.',
        ],
      },
    ],
    at: /^\/groups/,
  },
  {
    id: 'sessions',
    title: 'Sessions',
    about: 'Plan it, run it, log it, hand it over.',
    picture: { file: 'plan', shows: 'The plan of a session: parts with minutes, words, a text, and what each child can read.' },
    parts: [
      {
        title: 'The plan',
        text: [
          'Words, sentences and texts use only what these children can read, and the focus. What could not be found is said with the reason.',
          'Any word can be changed for another, any part drawn again or taken out. Ctrl Z takes a change back.',
        ],
      },
      {
        title: 'Running it',
        text: [
          'Each card says what is right, small, for you. “At a slip” gives the words to say.',
          'Mark only what is worth keeping. The log asks who was there and what happened, in two presses.',
        ],
      },
      {
        title: 'When somebody else runs it',
        text: [
          'Give the session to a colleague here; print the cover sheet; or make a link for somebody without an account, which shows this session alone and ends by itself.',
        ],
      },
    ],
    at: /^\/sessions(?!\/timetable)/,
  },
  {
    id: 'timetable',
    title: 'Timetable',
    about: 'When each group meets, where and with whom, without clashes.',
    picture: { file: 'timetable', shows: 'A week with times down the side and days across.' },
    parts: [
      {
        title: 'Making it',
        text: [
          'First say when groups can meet, in which rooms, which lessons must not be missed, and when colleagues are there.',
          '“Place the rest” finds times for every group, or says in a sentence what stands in the way and what would help.',
          'Holidays are days without sessions; what was planned on them moves.',
        ],
      },
    ],
    at: /^\/sessions\/timetable/,
  },
  {
    id: 'progress',
    title: 'Progress',
    about: 'Is it working, for whom, and how sure is that?',
    picture: { file: 'progress', shows: 'Pairs known over the weeks, by class and by group.' },
    parts: [
      {
        title: 'Reading it',
        text: [
          'Growth counts only what was seen. Weeks without a check widen what is believed; they add nothing.',
          '“Can it be trusted here?” lays what was foretold beside what your children then answered, next to the simplest rule there is.',
        ],
      },
    ],
    at: /^\/progress(?!\/reading)/,
  },
  {
    id: 'library',
    title: 'Library',
    about: 'Sounds, words, texts, teaching orders, styles of session, rules.',
    picture: { file: 'shelf', shows: 'The shelf of texts, by what they practise and from which step they can be read.' },
    parts: [
      {
        title: 'Words',
        text: [
          'Words are offered only from a word book that was read through for children. Your school can add words and take words out; this stands beside each word.',
        ],
      },
      {
        title: 'Teaching orders',
        text: [
          'An order is the steps in which pairs and irregular words are taught. Copy the nearest and change it. What was seen of a child is never lost by it.',
        ],
      },
      {
        title: 'Texts',
        text: ['Paste or open a text of your own. It says from which step it can be read, and which words hold it up.'],
      },
    ],
    at: /^\/library/,
  },
  {
    id: 'team',
    title: 'Team and settings',
    about: 'Who sees what, what your school does its own way, and its data.',
    picture: { file: 'team', shows: 'Colleagues with their part, and below what schools differ over.' },
    parts: [
      {
        title: 'Colleagues',
        text: [
          'A lead sees every class; a teacher and a class teacher their classes; a tutor the groups given to them. There can be several leads.',
          'Invite somebody with a link. Who forgets a password gets a link from a lead, under Change.',
          '“Hand over” gives groups, sessions to come and checks under way to somebody else: for good, or while they are away.',
        ],
      },
      {
        title: 'Settings',
        text: [
          'Each says its default and why. The lead decides; everybody can read them.',
          'Your school’s own words for a gap, a group, an irregular word and more are typed in under “Words of this school”: every screen and sheet then says them. Names, and words children read, stay as they are.',
          'Dates can stand month first, and the interface can speak American English, or German as far as it is translated.',
        ],
      },
      {
        title: 'Data',
        text: [
          'Everything stays on this installation. Backups are made each day and by a press; all records can be taken out as CSV, or as one file that another installation reads.',
        ],
      },
    ],
    at: /^\/team(?!\/year)/,
  },
  {
    id: 'year',
    title: 'The school year',
    about: 'Every child into next year’s class, on one page, once a year.',
    parts: [
      {
        title: 'Closing a year',
        text: [
          'Look through what is proposed: what each class becomes, and which children go another way. A list of next year’s classes fills it in.',
          'Groups, sessions to come and the timetable end. Checks, readings, logs and notes stay with the children.',
          'A backup is made first. For 30 days the year can be opened again as it was, as long as no group of the new year stands.',
        ],
      },
    ],
    at: /^\/team\/year/,
  },
  {
    id: 'offline',
    title: 'Without the network',
    about: 'Marks are kept on this device until they can be sent.',
    parts: [
      {
        title: 'What works',
        text: [
          'After signing in, what today’s and tomorrow’s sessions and checks need is kept on this device. Checks, readings and sessions can be done without the network.',
          'The line at the lower left says what waits. It is sent by itself; nothing has to be pressed.',
          'Signing out ends it: what was kept for reading is cleared, what waits stays without names until you sign in on this device again.',
        ],
      },
    ],
    at: /^\/help\/offline/,
  },
];

/** The page that helps with an address; the first day where none does. @example helpFor('/groups/1/cycle').id // 'groups' */
export const helpFor = (path: string): HelpPage => HELP_PAGES.find((page) => page.at.test(path)) ?? HELP_PAGES[0]!;
