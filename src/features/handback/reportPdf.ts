import "server-only";
import path from "node:path";
import pdfmake from "pdfmake";
import { type Content, type TDocumentDefinitions } from "pdfmake/interfaces";
import { type Report } from "./report";

const FONT_FOLDER = path.resolve("node_modules/@fontsource/ibm-plex-sans/files");
const fontFile = (weight: number) => path.join(FONT_FOLDER, `ibm-plex-sans-latin-${weight}-normal.woff`);

pdfmake.addFonts({
  Plex: { normal: fontFile(400), bold: fontFile(600), italics: fontFile(400), bolditalics: fontFile(600) },
});
pdfmake.setUrlAccessPolicy(() => false); // nothing leaves the machine
pdfmake.setLocalAccessPolicy((file) => path.resolve(file).startsWith(FONT_FOLDER));

/** Draws a report as a one-page PDF (A4). Long lists are set smaller, so that one page holds them. */
export async function reportPdf(report: Report): Promise<Buffer> {
  return Buffer.from(await pdfmake.createPdf(documentOf(report)).getBuffer());
}

/** Above this many lines the type gets smaller. */
const ROOMY_LINES = 34;
const FULL_LINES = 52;

/** The report as pdfmake's document. */
export function documentOf(report: Report): TDocumentDefinitions {
  const lines = report.evidence.length + report.changes.length + report.figures.length + report.proofs.length + 14;
  const fontSize = lines <= ROOMY_LINES ? 9.5 : lines <= FULL_LINES ? 8.2 : 7;
  return {
    pageSize: "A4",
    pageMargins: [40, 36, 40, 40],
    info: { title: `Job ${report.number}, repair report` },
    defaultStyle: { font: "Plex", fontSize, lineHeight: 1.15 },
    content: [
      {
        columns: [
          { text: report.number, fontSize: 30, bold: true, width: 100 },
          [
            { text: report.craft, bold: true, fontSize: fontSize + 2 },
            { text: `Received ${report.received}. Handed back ${report.handedBack}.` },
          ],
        ],
      },
      { canvas: [{ type: "line", x1: 0, y1: 4, x2: 515, y2: 4, lineWidth: 1, dash: { length: 4 } }] },
      part("Complaint", report.complaint),
      part("Cause", report.cause.join(" and ")),
      part("Proven by", bullets(report.evidence)),
      part("Parts and settings", bullets(report.changes)),
      part("Power draw", [{ text: report.verdict }, ...figureTable(report)]),
      part("Flown", report.flown),
      part("Proofs", [proofTable(report)]),
      part("Who", report.people),
    ],
    footer: {
      margin: [40, 0, 40, 0],
      fontSize: 7.5,
      text: "This report says which proofs were met or waived. It does not say that the craft may fly: local aviation rules, site rules and licensed practice come first.",
    },
  };
}

function part(title: string, body: string | Content[]): Content {
  return {
    margin: [0, 7, 0, 0],
    columns: [
      { text: title, bold: true, width: 100 },
      { stack: typeof body === "string" ? [{ text: body }] : body, width: "*" },
    ],
  };
}

function bullets(lines: readonly string[]): Content[] {
  return lines.length === 0 ? [{ text: "none" }] : [{ ul: [...lines] }];
}

function figureTable({ figures }: Report): Content[] {
  if (figures.length === 0) return [];
  const head = ["", "measured", "baseline", "amps, at one voltage"].map((text) => ({ text, bold: true }));
  return [
    {
      margin: [0, 3, 0, 0],
      layout: "lightHorizontalLines",
      table: {
        widths: [45, "*", "*", 95],
        body: [head, ...figures.map(({ step, measured, baseline, change }) => [step, measured, baseline, change])],
      },
    },
  ];
}

function proofTable({ proofs }: Report): Content {
  if (proofs.length === 0) return { text: "none asked for" };
  return {
    layout: "lightHorizontalLines",
    table: {
      widths: ["*", 42, 75, 85],
      body: proofs.map(({ title, state, who, note }) => [title, { text: state, bold: true }, who, note]),
    },
  };
}
