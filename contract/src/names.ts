/** How a child is called where there is room for all of the name, for some of it, or for no name at all. */

interface Named {
  readonly givenName: string;
  readonly familyName: string;
}
const first = (name: string): string => ([...name][0] ? `${[...name][0]}.` : '');

/** As it is written: *Adele Brightwater*. */
export const fullName = ({ givenName, familyName }: Named): string => `${givenName} ${familyName}`.trim();

/** *Adele B.* */
export const shortName = ({ givenName, familyName }: Named): string => `${givenName} ${first(familyName)}`.trim();

/**
 * *A.B.*: of the first and the last part of a full name, by characters and not by their halves, as a name may begin with any letter
 * of any alphabet.
 */
export function initials(name: string): string {
  const parts = name.split(/\s+/).filter(Boolean);
  return [parts[0], ...parts.slice(1).slice(-1)].map((part = '') => first(part)).join('');
}

/** A name as any system writes it: no capitals, accents, hyphens, apostrophes or spaces, *given|family*. Names that are alike are equal. */
export const plainName = ({ givenName, familyName }: Named): string =>
  [givenName, familyName]
    .map((part) =>
      part
        .normalize('NFKD')
        .toLowerCase()
        .replace(/[\p{M}\s'’‘`.-]/gu, ''),
    )
    .join('|');
