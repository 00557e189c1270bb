/** The text of NOTICE, from the lock file and what is installed. */
import { WORKS } from '../web/src/help/works.js';

interface Locked {
  readonly dev?: boolean;
  readonly link?: boolean;
  readonly optional?: boolean;
  readonly license?: string;
  readonly version?: string;
}

/**
 * @param root the checkout, ending in a slash
 * @param read reads a file as text
 */
export function noticeText(root: string, read: (file: string) => string): string {
  const lock = JSON.parse(read(`${root}package-lock.json`)) as { packages: Record<string, Locked> };
  const packages = new Map<string, string>();
  for (const [path, { dev, link, optional, license, version }] of Object.entries(lock.packages)) {
    const name = path.split('node_modules/').at(-1)!;
    if (!path.includes('node_modules/') || dev || link || optional || name.startsWith('@sapling/')) continue;
    packages.set(`${name} ${version}`, license ?? 'see the package');
  }
  const lines = [...packages].sort(([a], [b]) => a.localeCompare(b)).map(([name, licence]) => `${name}: ${licence}`);
  return `Keen Sapling ships and uses works of others. Their licences stand with each package, in its own LICENSE file.

Pictures, fonts, word data
--------------------------
${WORKS.map((work) => `${work.name}: ${work.what}; by ${work.by}; ${work.licence}`).join('\n')}

Packages it runs with
---------------------
${lines.join('\n')}
`;
}
