import path from "node:path";
import pdfmake from "pdfmake";
import { type TDocumentDefinitions } from "pdfmake/interfaces";

const FONT_FOLDER = path.resolve("node_modules/@fontsource/ibm-plex-sans/files");
const fontFile = (weight: number) => path.join(FONT_FOLDER, `ibm-plex-sans-latin-${weight}-normal.woff`);

pdfmake.addFonts({
  Plex: { normal: fontFile(400), bold: fontFile(600), italics: fontFile(400), bolditalics: fontFile(600) },
});
pdfmake.setUrlAccessPolicy(() => false); // nothing leaves the machine
pdfmake.setLocalAccessPolicy((file) => path.resolve(file).startsWith(FONT_FOLDER));

/** Draws a document as PDF. */
export async function drawPdf(definition: TDocumentDefinitions): Promise<Uint8Array> {
  return new Uint8Array(await pdfmake.createPdf(definition).getBuffer());
}
