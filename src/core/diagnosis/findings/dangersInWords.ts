/** What a customer's words may mean that bears on power, by the symptom that keeps it. */
export const DANGERS = ["burnt-trace", "wet-seen", "pack-swollen", "sparks-or-trips", "motor-hot"] as const;
export type DangerSymptom = (typeof DANGERS)[number];

/** A danger with the words that speak of it, as they were written. */
export interface DangerInWords {
  symptom: DangerSymptom;
  words: string;
}

/* Words of the counter, English; common practice, no published source. */
const WET_PLACE = "(pond|puddle|lake|sea|ocean|river|stream|creek|ditch|pool|water|snow|rain|mud|fountain|bath)";
const PACK = "(battery|batteries|pack|lipo|cell)";
const WORDS: Readonly<Record<DangerSymptom, readonly RegExp[]>> = {
  "burnt-trace": [
    /\bburn(t|ed|ing)\b(?! (through|down|up|hot))/,
    /\b(fried|charred|melted|scorch\w*|singed|blackened|sooty?|black spot|crater\w*|stinks?|stank|flames?)\b/,
    /\b(on|caught|catch|small|a) fire\b/,
    /\b(popped|went pop|went bang|a bang|loud pop|blew up|exploded)\b/,
    /\bsmell(s|ed)? (funny|odd|strange|bad|hot|like|of (?!cigar|tobacco|perfume))/,
    /\bsmok(e|ed|es|ing|y)\b(?! (stopper|detector|alarm))/,
  ],
  "wet-seen": [
    /\b(soak\w*|drenched|moist\w*|damp|swimming|sank|corroded|corrosion|rust\w*|dew|spil(t|led)|coffee|beer|condensation)\b/,
    /\bwet\b(?! noodle)/,
    new RegExp(String.raw`\b(in|into|through|under)( to)? (the |a |an |some |salt |fresh )*([\w']+ )*?${WET_PLACE}\b`),
    new RegExp(String.raw`\b${WET_PLACE} (got|came|went|ran) (in|into|inside)\b`),
    /\bsalt ?water\b|\b(salt|green|white) (crust|crystals?|deposits?|fur)\b|\bcrust(ed|y)?\b|\ba (bath|swim|dip)\b/,
  ],
  "pack-swollen": [
    /\b(swollen|swell\w*|swelled|puff(y|ed( up)?|ing|s)|bloat\w*|bulg\w*|ballooned)\b/,
    new RegExp(String.raw`\b${PACK}\b.*\b(fat|balloon|pillow|thick|thicker|soft|hiss\w*)\b`),
    new RegExp(String.raw`\b(punctur\w*|pierc\w*|stabbed|holed)\b`),
    new RegExp(String.raw`\b${PACK}\b.*\b(hole|cut|gash|tear|torn|nick|leak\w*)\b`),
    new RegExp(String.raw`\b(hole|cut|gash|tear|torn|nick|leak\w*)\b.*\b${PACK}\b`),
  ],
  "sparks-or-trips": [
    /\bspark(s|ed|ing)?\b(?! plug)/,
    /\barc(ed|ing|s)\b/,
    /\b(trips?|tripped|blows?|blew)\b.*\b(supply|limiter|stopper|breaker|fuse)\b/,
  ],
  "motor-hot": [/\bmotors?\b.*\b(overheat\w*|(too|very|really|red|burning) hot|hot to (the )?touch)\b/],
};

/** Said of what is not there. */
const NOT = /\b(no|not|never|without|nothing|neither|nor|isn'?t|wasn'?t|didn'?t|doesn'?t|don'?t)\b/;
/** A word that says no speaks of so many words behind it. */
const REACH = 4;

/**
 * What a complaint in a customer's own words says that must be looked at before power: a burnt smell, water, a swollen pack. It is offered,
 * never taken: people say many things.
 *
 * @returns Each danger once, in the order of `DANGERS`.
 */
export function dangersInWords(complaint: string): DangerInWords[] {
  const clauses = complaint
    .toLowerCase()
    .replaceAll("’", "'")
    .split(/[.,;:!?]|\bbut\b/);
  return DANGERS.flatMap((symptom) => {
    for (const clause of clauses)
      for (const form of WORDS[symptom]) {
        const found = form.exec(clause);
        if (found && !isDenied(clause.slice(0, found.index))) return [{ symptom, words: found[0].trim() }];
      }
    return [];
  });
}

function isDenied(before: string): boolean {
  return NOT.test(before.trim().split(/\s+/).slice(-REACH).join(" "));
}
