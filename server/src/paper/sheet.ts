/** Paper: pages of A4 or Letter in black on white with the fonts that ship, written down from the top. Lengths are points, 72 an inch. */
import PDFDocument from 'pdfkit';
import { baseFonts, scriptFont, scriptOf, SUBSETS } from './fonts.js';

export type PaperSize = 'A4' | 'Letter';
const MARGIN = 42;

/** The hyphen that does not break, which the font lacks, and marks set apart from their letters. */
const printable = (text: string): string => text.normalize('NFC').replaceAll('\u2011', '-');

export interface Ink {
  readonly size?: number;
  readonly bold?: boolean;
  /** 0 black to 1 white. */
  readonly grey?: number;
}

/** Which subset has a letter, learned as letters are met. */
const subsetOf = new Map<string, string>();
/**
 * Marks over letters are left where the letters of Noto have them: fontkit breaks off on anchors that are empty there
 * (`GPOSProcessor.getAnchor`), and a name must never stop a page.
 */
const shaping = (subset: string): PDFKit.Mixins.TextOptions =>
  (SUBSETS as readonly string[]).includes(subset) || subset === ''
    ? {}
    : ({ features: { mark: false, mkmk: false, abvm: false, blwm: false } } as unknown as PDFKit.Mixins.TextOptions);
/** What the typings of PDFKit leave out: the font that is in hand, as fontkit opened it. */
const glyphs = (doc: PDFKit.PDFDocument): { hasGlyphForCodePoint(code: number): boolean } =>
  (doc as unknown as { _font: { font: { hasGlyphForCodePoint(code: number): boolean } } })._font.font;

/** The same of how far a font rises, in thousandths of its size. */
const heights = (doc: PDFKit.PDFDocument): { ascender: number } => (doc as unknown as { _font: { ascender: number } })._font;

export class Sheet {
  readonly doc: PDFKit.PDFDocument;
  readonly width: number;
  readonly bottom: number;
  readonly left = MARGIN;
  y = MARGIN;
  readonly #footer: string;
  readonly #root: PDFKit.PDFStructureElement;
  #inside = false;
  /** Scripts beside Andika’s that were met here. */
  readonly #scripts = new Set<string>();
  #hand = false;

  constructor(size: PaperSize, title: string, footer: string, language = 'en') {
    this.doc = new PDFDocument({
      size: size === 'A4' ? 'A4' : 'LETTER',
      margins: { top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN },
      autoFirstPage: false,
      bufferPages: true,
      // None to begin with: one given here is kept only under its own name, and then opened again at every word.
      font: null as unknown as string,
      info: { Title: title, Producer: 'Keen Sapling' },
      lang: language,
      // read aloud by programs that read pages: what is text and in which order, what is a picture, what only a line
      tagged: true,
      displayTitle: true,
      pdfVersion: '1.7',
    });
    for (const [name, data] of Object.entries(baseFonts())) this.doc.registerFont(name, data);
    this.#footer = footer;
    this.#root = this.doc.struct('Document');
    this.doc.addStructure(this.#root);
    this.doc.addPage();
    this.width = this.doc.page.width - 2 * MARGIN;
    this.bottom = this.doc.page.height - MARGIN - 14;
  }

  /**
   * What `draw` puts on the page is one thing to whoever has it read aloud: a paragraph, a heading, a picture with its words. What is
   * drawn inside of it belongs to it.
   * @param alt what is said in place of it: the word that single letters make, what a picture shows
   */
  tagged<T>(tag: 'P' | 'H1' | 'H2' | 'Span' | 'Figure', draw: () => T, alt?: string): T {
    if (this.#inside) return draw();
    this.#inside = true;
    const content = this.doc.markStructureContent(tag);
    try {
      return draw();
    } finally {
      this.doc.endMarkedContent();
      this.#inside = false;
      const said = alt === undefined ? {} : tag === 'Figure' ? { alt } : { actual: alt };
      this.#root.add(this.doc.struct(tag, said, [content]));
    }
  }
  /** Lines, boxes, page numbers: nothing to read. */
  #untagged(draw: () => void): void {
    if (this.#inside) return draw();
    this.#inside = true;
    this.doc.markContent('Artifact', { type: 'Layout' });
    try {
      draw();
    } finally {
      this.doc.endMarkedContent();
      this.#inside = false;
    }
  }

  page(): void {
    this.doc.addPage();
    this.y = MARGIN;
  }
  /** A new page where so much does not fit any more. */
  need(height: number): void {
    if (this.y + height > this.bottom) this.page();
  }
  ink({ size = 11, bold = false, grey = 0 }: Ink = {}): this {
    const shade = Math.round(grey * 255);
    this.doc
      .font(bold ? 'bold latin' : 'plain latin')
      .fontSize(size)
      .fillColor([shade, shade, shade]);
    return this;
  }
  /** The first subset with this letter, else the script’s own font; the plain one where none has it. Asked once a letter. */
  #subsetOf(letter: string): string {
    let subset = subsetOf.get(letter);
    if (subset === undefined) {
      const code = letter.codePointAt(0)!;
      subset = SUBSETS.find((name) => glyphs(this.doc.font(`plain ${name}`)).hasGlyphForCodePoint(code)) ?? scriptOf(letter) ?? SUBSETS[0];
      subsetOf.set(letter, subset);
    }
    if (!(SUBSETS as readonly string[]).includes(subset) && !this.#scripts.has(subset)) {
      this.#scripts.add(subset);
      for (const weight of ['plain', 'bold']) this.doc.registerFont(`${weight} ${subset}`, scriptFont(subset, weight === 'bold'));
    }
    return subset;
  }
  /** Runs of letters that one subset has. */
  #runs(text: string): { text: string; subset: string }[] {
    const out: { text: string; subset: string }[] = [];
    for (const letter of printable(text)) {
      const last = out.at(-1);
      // words of one script stay together: some are written from right to left
      const subset = letter === ' ' && last && this.#scripts.has(last.subset) ? last.subset : this.#subsetOf(letter);
      if (last && last.subset === subset) last.text += letter;
      else {
        // the space after a run belongs to what follows: written from right to left it would stand before it
        if (last?.text.endsWith(' ') && this.#scripts.has(last.subset)) {
          last.text = last.text.trimEnd();
          out.push({ text: ' ', subset: SUBSETS[0] });
        }
        out.push({ text: letter, subset });
      }
    }
    return out;
  }
  widthOf(text: string, ink: Ink = {}): number {
    this.ink(ink);
    return this.#runs(text).reduce((sum, run) => {
      this.doc.font(`${ink.bold ? 'bold' : 'plain'} ${run.subset}`).fontSize(ink.size ?? 11);
      return sum + this.doc.widthOfString(run.text, shaping(run.subset));
    }, 0);
  }
  /** One line at a place, cut to `width` with dots where it is longer. Returns its width. */
  at(text: string, x: number, y: number, ink: Ink = {}, width = Infinity): number {
    return this.tagged('Span', () => this.#put(text, x, y, ink, width));
  }
  #put(text: string, x: number, y: number, ink: Ink, width: number): number {
    let shown = text;
    while (shown.length > 1 && this.widthOf(shown, ink) > width) shown = `${shown.replace(/….*$/u, '').slice(0, -1)}…`;
    const runs = this.#runs(shown);
    this.ink(ink);
    // letters of every script stand on one line: the fonts differ in how far they rise above it
    const base = y + (heights(this.doc).ascender / 1000) * (ink.size ?? 11);
    let to = x;
    for (const run of runs) {
      this.doc.font(`${ink.bold ? 'bold' : 'plain'} ${run.subset}`);
      this.doc.text(run.text, to, base, { lineBreak: false, baseline: 'alphabetic', ...shaping(run.subset) });
      to += this.doc.widthOfString(run.text, shaping(run.subset));
    }
    return to - x;
  }
  /** One line standing on a writing line: `base` is where the letters stand. */
  onLine(text: string, x: number, base: number, ink: Ink = {}): void {
    this.tagged('Span', () => {
      this.ink(ink);
      let to = x;
      const runs = this.#hand ? [{ text: printable(text), subset: '' }] : this.#runs(text);
      for (const run of runs) {
        this.doc.font(run.subset === '' ? 'hand' : `${ink.bold ? 'bold' : 'plain'} ${run.subset}`);
        this.doc.text(run.text, to, base, { lineBreak: false, baseline: 'alphabetic' });
        to += this.doc.widthOfString(run.text);
      }
    });
  }
  /** The school’s handwriting for what is traced from now on: `onLine` and `letterHeights`. */
  useHandwriting(font: Buffer | undefined): this {
    this.#hand = font !== undefined;
    if (font) this.doc.registerFont('hand', font);
    return this;
  }
  /** The height of a small letter without stick or tail, and of one with a stick, for letters of one point as they are traced. */
  letterHeights(): { x: number; stick: number } {
    this.ink();
    if (this.#hand) this.doc.font('hand');
    const { font } = (
      this.doc as unknown as { _font: { font: { xHeight: number; capHeight: number; unitsPerEm: number; ascent: number } } }
    )._font;
    return { x: font.xHeight / font.unitsPerEm, stick: Math.max(font.capHeight, font.xHeight * 1.45) / font.unitsPerEm };
  }
  /** Lines that a text takes in a width, broken between words. */
  lines(text: string, width: number, ink: Ink = {}): string[] {
    return text.split('\n').flatMap((paragraph) => {
      const out: string[] = [];
      let line = '';
      for (const word of paragraph.split(' ')) {
        const longer = line === '' ? word : `${line} ${word}`;
        if (line !== '' && this.widthOf(longer, ink) > width) {
          out.push(line);
          line = word;
        } else line = longer;
      }
      return [...out, line];
    });
  }
  /** A paragraph from the pen’s place down, over pages where it must. */
  write(text: string, ink: Ink & { width?: number; x?: number; gap?: number; leading?: number } = {}): void {
    const { size = 11, width = this.width, x = this.left, gap = 4, leading = 1.35 } = ink;
    this.tagged(ink.bold && size >= 13 ? 'H2' : 'P', () => {
      for (const line of this.lines(text, width, ink)) {
        this.need(size * leading);
        this.at(line, x, this.y, ink);
        this.y += size * leading;
      }
    });
    this.y += gap;
  }
  rule(weight = 0.7): void {
    this.#untagged(
      () =>
        void this.doc
          .moveTo(this.left, this.y)
          .lineTo(this.left + this.width, this.y)
          .lineWidth(weight)
          .strokeColor('black')
          .stroke(),
    );
    this.y += 6;
  }
  box(x: number, y: number, width: number, height: number, options: { weight?: number; dash?: boolean; grey?: number } = {}): void {
    const shade = Math.round((options.grey ?? 0) * 255);
    this.#untagged(() => {
      this.doc
        .rect(x, y, width, height)
        .lineWidth(options.weight ?? 0.8)
        .strokeColor([shade, shade, shade]);
      if (options.dash) this.doc.dash(3, { space: 3 });
      this.doc.stroke();
      if (options.dash) this.doc.undash();
    });
  }
  heading(text: string, right = ''): void {
    this.need(40);
    this.tagged('H1', () => this.at(text, this.left, this.y, { size: 17, bold: true }, this.width - 120));
    if (right) this.at(right, this.left + this.width - this.widthOf(right, { size: 11 }), this.y + 6, { size: 11 });
    this.y += 26;
    this.rule(1.4);
  }

  /** The file, with a line at the foot of every page. */
  async end(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange();
    for (let k = start; k < start + count; k += 1) {
      this.doc.switchToPage(k);
      const y = this.doc.page.height - MARGIN - 4;
      const page = `${k - start + 1} of ${count}`;
      this.#untagged(() => {
        this.at(this.#footer, this.left, y, { size: 8, grey: 0.25 }, this.width - 60);
        this.at(page, this.left + this.width - this.widthOf(page, { size: 8 }), y, { size: 8, grey: 0.25 });
      });
    }
    this.#root.end();
    const chunks: Buffer[] = [];
    return new Promise((resolve, reject) => {
      this.doc.on('data', (chunk: Buffer) => chunks.push(chunk));
      this.doc.on('end', () => resolve(Buffer.concat(chunks)));
      this.doc.on('error', reject);
      this.doc.end();
    });
  }
}
