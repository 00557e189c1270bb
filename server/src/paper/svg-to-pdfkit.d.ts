declare module 'svg-to-pdfkit' {
  export default function toPdf(
    doc: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options?: { width?: number; height?: number; assumePt?: boolean },
  ): void;
}
