/** What changed, in the words of those who use it; the newest first. */
export const NEWS: readonly { readonly when: string; readonly what: readonly string[] }[] = [
  {
    when: 'November 2026',
    what: [
      'What you typed and did not keep is asked after before you leave it; a sign-in that ends meanwhile is taken up over the page.',
      'A code from your phone can be asked for besides your password, under Team; where you are signed in is shown there and ended.',
      'A forgotten password is set anew by letter, where the school has named a mail server.',
      'A made-up school can be opened beside yours, to try things in and throw away.',
      'Leads may have the judgement fitted to the school’s own answers, under Progress, Can it be trusted here?',
      'Secure is said of a little less than before, and is right more often; right in three sittings since it was last missed, a pair is no gap any more.',
      'A pair missed on two days with nothing right since is a gap, in a child who knows the rest too.',
      'Your school’s own words stand on every screen and sheet; American English and month-first dates follow the settings.',
      'Two questions pick a teaching order, and a check can be tried with a practice child.',
      'Gaps, Children and Check stay quick in a school of four hundred children.',
      'A school year is closed on one page, under Team, and can be opened again for 30 days.',
      'Colleagues are invited with a link, and hand over their work in one go.',
      'Class lists come as Excel files too, with title lines, family names first, and dates of birth in any order.',
      'Help stands on every screen: press ?.',
      'A name or a mark under the wrong child can be put right; a child’s record goes to the next school as one file.',
      'All sessions of a cycle are planned in one press, and follow what really happened.',
      'Sheets for home come in eight languages, letters in seven handwriting models.',
    ],
  },
];
