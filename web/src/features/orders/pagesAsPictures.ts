import { GlobalWorkerOptions, getDocument } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

/** Dots an inch of most label printers. Common practice, no published source. */
const DPI = 203;
/** PDF counts 72 points an inch (ISO 32000-1, 8.3.2.3). */
const POINTS = 72;

GlobalWorkerOptions.workerSrc = worker;

/** The pages of a PDF as PNG pictures (ISO/IEC 15948), as fine as a label printer prints. */
export async function pagesAsPictures(pdf: Blob): Promise<Blob[]> {
  // Letters are drawn as they are in the file: a page asks for no fonts.
  const task = getDocument({ data: await pdf.arrayBuffer(), disableFontFace: true });
  const document = await task.promise;
  try {
    const pictures: Blob[] = [];
    for (let at = 1; at <= document.numPages; at += 1) {
      const page = await document.getPage(at);
      const viewport = page.getViewport({ scale: DPI / POINTS });
      const canvas = globalThis.document.createElement('canvas');
      canvas.width = Math.round(viewport.width);
      canvas.height = Math.round(viewport.height);
      await page.render({ canvas, viewport }).promise;
      const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
      if (picture) pictures.push(picture);
    }
    return pictures;
  } finally {
    await task.destroy();
  }
}
