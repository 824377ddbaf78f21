import { OPEN_OUTCOMES } from "../../../core/diagnosis/findings/caseFindings";
import { withGeneratedChecks } from "../../../core/diagnosis/library/generateChecks";
import { shippedLibrary } from "../../../core/diagnosis/shippedLibrary";
import { adviceOf } from "./caseAdvice";
import { type CaseFile, parseCaseFile } from "./caseFile";
import { caseText } from "./caseText";

/** Where the walk asks and tells. */
export interface Terminal {
  say: (text: string) => void;
  /** @returns What was typed; null at the end of input. */
  ask: (question: string) => Promise<string | null>;
}

const WORTH_ASKING_BITS = 0.005;

/**
 * Walks a case: shows where it stands, asks the next check, takes its answer by letter or name, until the advice is to repair,
 * nothing is left to ask, or the person stops.
 *
 * @returns The case file with all that was answered.
 * @throws {CaseFileError}
 */
export async function followCase(text: string, { say, ask }: Terminal): Promise<CaseFile> {
  const library = withGeneratedChecks(shippedLibrary);
  let followed = parseCaseFile(text);
  for (;;) {
    const advice = adviceOf(followed, library);
    say(caseText(advice));
    const [next] = advice.nextChecks;
    if (advice.advice?.do === "repair") return followed;
    if (!next || (next.bits < WORTH_ASKING_BITS && advice.gatedChecks.length === 0)) return followed;
    const check = library.checks.find(({ id }) => id === next.check)!;
    const answers = [...check.outcomes, ...OPEN_OUTCOMES.map((id) => ({ id, label: id.replaceAll("-", " ") }))];
    say(["", check.title, ...[...check.cautions, ...check.steps].map((line) => `  ${line}`)].join("\n"));
    const outcome = await answerFrom(answers, { say, ask });
    if (!outcome) return followed;
    followed = {
      ...followed,
      findings: [...followed.findings, { check: check.id, outcome, doubtful: false }],
    };
  }
}

/** Asks until one of the answers is given; null when the person stops. */
async function answerFrom(
  answers: readonly { id: string; label: string }[],
  { say, ask }: Terminal,
): Promise<string | null> {
  const letter = (place: number) => String.fromCharCode("a".charCodeAt(0) + place);
  answers.forEach(({ label }, place) => say(`  ${letter(place)}  ${label}`));
  for (;;) {
    const typed = (await ask("Which? (letter, or nothing to stop) "))?.trim().toLowerCase();
    if (!typed) return null;
    const found = answers.find(({ id }, place) => typed === letter(place) || typed === id);
    if (found) return found.id;
    say(`There is no answer “${typed}”.`);
  }
}
