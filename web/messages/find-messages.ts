/**
 * Finds what people read in the source of the interface, and has it said through the catalogue: the texts of JSX, the words of the
 * attributes that are read, and sentences in strings. What a variable holds (a name, a word on a card) is put in afterwards and is
 * never a message, so nothing a child reads is ever changed by a school's words.
 *
 * It runs while the interface is built, so that no component names the catalogue, and the same walk writes the list of messages:
 * neither can know of one that the other does not.
 */
import MagicString from 'magic-string';
import ts from 'typescript';

/** A message with its places `{0}`, `{1}` …, as the catalogue lists it. */
export type Message = string;

/** Attributes whose strings are read by people. */
const READ = new Set([
  'title',
  'aria-label',
  'aria-description',
  'aria-roledescription',
  'aria-valuetext',
  'alt',
  'placeholder',
  'label',
  'lead',
  'what',
  'why',
  'hint',
  'nothing',
  'empty',
  'who',
  'said',
  'note',
  'error',
  'text',
  'still',
  'add',
]);
/** Attributes that only the browser reads. */
const NEVER_READ = new Set(['className', 'style', 'to', 'href', 'id', 'htmlFor', 'd', 'src', 'key', 'transform', 'points']);
/** Properties of lists that the interface shows: their strings are read, whatever they look like. */
const SHOWN = new Set(['title', 'label', 'name', 'head', 'about', 'how', 'shows', 'says', 'lead', 'hint']);
const LETTERS = /\p{L}{2}/u;
/** A sentence or a title: begins with a capital, and has two words at least. */
const SENTENCE = /^\s?[“‘(]?\p{Lu}[\p{L}’-]*[”’)]?[ ,:](?:.*[ (“])?\p{L}{2,}/su;

/** What looks like a sentence and is none: the path of a drawing, the pattern of a date. */
const NO_SENTENCE = /^[MLHVCAZmlhvcaz\d\s.,{}-]+$|\b(EEEE?|MMMM?|HH:mm|yyyy)\b/;

/** The text of JSX as it is shown: lines trimmed and joined by one space. */
export function shownText(text: string): string {
  const lines = text.split(/\r\n|\n|\r/);
  const last = lines.findLastIndex((line) => /[^ \t]/.test(line));
  return lines
    .map((line, k) => {
      const bare = line.replace(/\t/g, ' ');
      const from = k === 0 ? bare : bare.replace(/^ +/, '');
      const to = k === lines.length - 1 ? from : from.replace(/ +$/, '');
      return to === '' ? '' : to + (k < last ? ' ' : '');
    })
    .join('');
}

const ENTITIES: Record<string, string> = { nbsp: '\u00a0', amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
const decoded = (text: string): string => text.replace(/&([a-z]+);/g, (all, name: string) => ENTITIES[name] ?? all);

/**
 * @param from where `say` is read from, as the file would write it
 * @returns the changed source with its map, or null where nothing is read in it; and its messages, in order
 */
export function findMessages(
  code: string,
  file: string,
  from: string,
): { readonly changed: { code: string; map: ReturnType<MagicString['generateMap']> } | null; readonly messages: readonly Message[] } {
  const source = ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true, file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
  const edits = new MagicString(code);
  const messages: Message[] = [];
  const note = (message: Message): string => {
    messages.push(message);
    return JSON.stringify(message);
  };

  /** A string or template as a call of the catalogue. Its inner expressions are walked by themselves. */
  const saidString = (node: ts.StringLiteralLike | ts.TemplateExpression): void => {
    if (ts.isStringLiteralLike(node)) {
      edits.overwrite(node.getStart(), node.end, `__say(${note(node.text)})`);
      return;
    }
    const spans = node.templateSpans;
    const text = node.head.text + spans.map((span, k) => `{${k}}${span.literal.text}`).join('');
    edits.overwrite(node.head.getStart(), spans[0]!.expression.getFullStart(), `__say(${note(text)}, [`);
    spans.forEach((span, k) => {
      edits.overwrite(span.expression.end, span.literal.end, k < spans.length - 1 ? ', ' : '].map(String))');
      saidExpression(span.expression);
    });
  };
  /** What of an expression is read: the strings it may come to. */
  const saidExpression = (node: ts.Expression): void => {
    if (ts.isStringLiteralLike(node)) return LETTERS.test(node.text) ? saidString(node) : undefined;
    if (ts.isTemplateExpression(node)) {
      const text = node.head.text + node.templateSpans.map((span) => ` ${span.literal.text}`).join('');
      return LETTERS.test(text) ? saidString(node) : walk(node);
    }
    if (ts.isParenthesizedExpression(node)) return saidExpression(node.expression);
    if (ts.isConditionalExpression(node)) {
      walk(node.condition);
      saidExpression(node.whenTrue);
      return saidExpression(node.whenFalse);
    }
    if (ts.isBinaryExpression(node)) {
      const kind = node.operatorToken.kind;
      if (kind === ts.SyntaxKind.BarBarToken || kind === ts.SyntaxKind.QuestionQuestionToken || kind === ts.SyntaxKind.PlusToken) {
        saidExpression(node.left);
        return saidExpression(node.right);
      }
      if (kind === ts.SyntaxKind.AmpersandAmpersandToken) {
        walk(node.left);
        return saidExpression(node.right);
      }
    }
    walk(node);
  };

  /** What stands inside an element: one message where text and other things are mixed. */
  const saidChildren = (node: ts.JsxElement | ts.JsxFragment): void => {
    const children = node.children.filter((child) => !ts.isJsxText(child) || shownText(child.text) !== '');
    const words = children.some((child) => ts.isJsxText(child) && LETTERS.test(child.text));
    const closed = ts.isJsxElement(node) ? node.closingElement : node.closingFragment;
    if (!words || children.some((child) => ts.isJsxExpression(child) && child.dotDotDotToken)) {
      for (const child of node.children) {
        if (ts.isJsxExpression(child) && child.expression) saidExpression(child.expression);
        else walk(child);
      }
      return;
    }
    const parts = children.filter((child) => !(ts.isJsxExpression(child) && !child.expression));
    let places = 0;
    const text = parts.map((child) => (ts.isJsxText(child) ? decoded(shownText(child.text)) : `{${places++}}`)).join('');
    const head = `{__say(${note(text)}${places > 0 ? ', [' : ''}`;
    // text goes; what stands between is a list
    for (const child of node.children) if (!parts.includes(child) || ts.isJsxText(child)) edits.remove(child.pos, child.end);
    let before = head;
    for (const child of parts) {
      if (ts.isJsxText(child)) continue;
      if (ts.isJsxExpression(child)) {
        edits.overwrite(child.getStart(), child.expression!.getFullStart(), `${before}(`);
        edits.overwrite(child.expression!.end, child.end, ')');
        saidExpression(child.expression!);
      } else {
        edits.appendLeft(child.getStart(), before);
        walk(child);
      }
      before = ', ';
    }
    edits.prependRight(closed.getStart(), places > 0 ? '])}' : `${head})}`);
  };

  /** Whether a string here is no text but part of the program. */
  const isProgram = (node: ts.Node): boolean => {
    const { parent } = node;
    if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent) || ts.isCaseClause(parent))
      return true;
    if (ts.isExternalModuleReference(parent) || ts.isElementAccessExpression(parent) || ts.isTaggedTemplateExpression(parent)) return true;
    if ('name' in parent && parent.name === node) return true;
    if (ts.isBinaryExpression(parent)) {
      const kind = parent.operatorToken.kind;
      return kind >= ts.SyntaxKind.LessThanToken && kind <= ts.SyntaxKind.ExclamationEqualsEqualsToken;
    }
    return ts.isJsxAttribute(parent);
  };

  const walk = (node: ts.Node): void => {
    if (ts.isJsxElement(node) || ts.isJsxFragment(node)) {
      if (ts.isJsxElement(node)) walk(node.openingElement);
      return saidChildren(node);
    }
    if (ts.isJsxAttribute(node)) {
      const { initializer } = node;
      if (NEVER_READ.has(node.name.getText())) return;
      const read = READ.has(node.name.getText());
      if (initializer && ts.isStringLiteral(initializer)) {
        if (read && LETTERS.test(initializer.text))
          edits.overwrite(initializer.getStart(), initializer.end, `{__say(${note(decoded(initializer.text))})}`);
        return;
      }
      if (initializer && ts.isJsxExpression(initializer) && initializer.expression)
        return read ? saidExpression(initializer.expression) : walk(initializer.expression);
      if (initializer) walk(initializer);
      return;
    }
    if (ts.isTypeNode(node)) return;
    if (ts.isPropertyAssignment(node) && ts.isIdentifier(node.name) && SHOWN.has(node.name.text)) return saidExpression(node.initializer);
    // said by name, where a string does not show that it is read
    if (
      ts.isCallExpression(node) &&
      node.expression.getText() === 'say' &&
      node.arguments[0] &&
      ts.isStringLiteralLike(node.arguments[0])
    ) {
      messages.push(node.arguments[0].text);
      return node.arguments.slice(1).forEach(walk);
    }
    if (ts.isStringLiteralLike(node))
      return SENTENCE.test(node.text) && !NO_SENTENCE.test(node.text) && !isProgram(node) ? saidString(node) : undefined;
    if (ts.isTemplateExpression(node) && !isProgram(node)) {
      const text = node.head.text + node.templateSpans.map((s) => `X${s.literal.text}`).join('');
      if (SENTENCE.test(text) && !NO_SENTENCE.test(text.replaceAll('X', ''))) return saidString(node);
    }
    ts.forEachChild(node, walk);
  };
  ts.forEachChild(source, walk);
  if (!edits.hasChanged()) return { changed: null, messages };
  edits.prepend(`import { say as __say } from ${JSON.stringify(from)};`);
  return { changed: { code: edits.toString(), map: edits.generateMap({ hires: true, source: file }) }, messages };
}
