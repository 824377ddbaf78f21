import * as v from "valibot";
import { WHERE_KINDS } from "@/core/craft/spots";
import { GRADES, HAZARDS, HISTORIES, LIES_IN, PHASES, ZONES } from "@/core/diagnosis/library/library.types";

const id = v.pipe(
  v.string("An id is text."),
  v.regex(/^[a-z0-9][a-z0-9-]{0,59}$/, "An id has small letters, digits and dashes, at most 60."),
);
const text = (max: number) =>
  v.pipe(
    v.string("This must be text."),
    v.trim(),
    v.minLength(1, "This must not be empty."),
    v.maxLength(max, `At most ${max} characters.`),
  );
const word = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
const number = v.pipe(v.number("This must be a number."), v.finite("This must be a number."));
const grade = v.picklist(GRADES, "The grade is measured, judgement or guess.");
const cents = v.pipe(
  v.number("Cents as a number."),
  v.minValue(0, "Not below 0."),
  v.maxValue(1e7, "At most 100,000."),
);
const numbersById = v.record(id, number);

/** What is done about faults. */
export const RepairEntry = v.strictObject({
  id,
  name: text(120),
  part: word,
  minutes: number,
  parts: v.array(word),
  mends: v.optional(word),
});
/** A way a part can fail. */
export const FaultEntry = v.strictObject({
  id,
  name: text(120),
  part: word,
  looksLike: text(400),
  repair: id,
  prior: number,
  grade,
  when: v.optional(
    v.array(
      v.strictObject({
        craftKind: v.optional(v.array(word)),
        phase: v.optional(v.array(v.picklist(PHASES))),
        history: v.optional(v.array(v.picklist(HISTORIES))),
        factor: number,
      }),
    ),
  ),
  craftKinds: v.optional(v.array(word)),
  liesIn: v.optional(v.picklist(LIES_IN, "It lies in the part, a joint, the settings or the surroundings.")),
  harm: v.optional(
    v.strictObject(
      { powered: cents, propsOn: cents, grade },
      "Harm is cents when powered, cents with props on, and the grade of both.",
    ),
  ),
});
/** Something seen or measured. */
export const SymptomEntry = v.strictObject({
  id,
  whenTrue: text(160),
  whenFalse: text(160),
  leak: number,
  grade,
  links: numbersById,
  linkGrades: v.optional(v.record(id, grade)),
  complaint: v.optional(v.boolean()),
  zone: v.optional(v.picklist(ZONES)),
  where: v.optional(v.picklist(WHERE_KINDS)),
  synonyms: v.optional(v.array(v.pipe(v.string(), v.maxLength(60)))),
});
/** Something done to learn more. */
export const CheckEntry = v.strictObject({
  id,
  title: text(160),
  steps: v.pipe(v.array(text(400)), v.minLength(1, "A check needs at least one step.")),
  cautions: v.array(text(300)),
  minutes: number,
  hazard: v.picklist(HAZARDS),
  needs: v.array(word),
  outcomes: v.array(v.strictObject({ id, label: text(120), sets: v.record(id, v.boolean()) })),
  measure: v.optional(
    v.strictObject({
      quantity: text(80),
      unit: v.pipe(v.string(), v.maxLength(12)),
      bands: v.array(v.strictObject({ below: v.optional(number), outcomeId: id })),
    }),
  ),
  irreversible: v.optional(v.boolean()),
  craftKinds: v.optional(v.array(word)),
  fitted: v.optional(v.record(word, v.pipe(v.number(), v.integer(), v.minValue(1)))),
  spare: v.optional(word),
});

/** What must be done before a craft is powered, or its props turn. */
export const GateEntry = v.strictObject({
  id,
  because: text(160),
  shuts: v.picklist(HAZARDS),
  shutsTools: v.optional(v.array(word)),
  comesFirst: v.optional(v.boolean()),
  except: v.optional(v.array(word)),
  when: v.pipe(
    v.array(
      v.strictObject({
        symptom: v.optional(id),
        history: v.optional(v.array(v.picklist(HISTORIES))),
        phase: v.optional(v.array(v.picklist(PHASES))),
        unless: v.optional(v.array(v.record(id, v.boolean()))),
      }),
    ),
    v.minLength(1, "A gate needs at least one sign that shuts it."),
  ),
  opens: v.optional(v.record(id, v.boolean())),
  rungs: v.optional(v.array(v.picklist(HAZARDS))),
});

/** A whole library as it is exported and imported: the format of docs/library.schema.json. */
export const LibraryFile = v.strictObject({
  version: text(40),
  repairs: v.array(RepairEntry),
  faults: v.array(FaultEntry),
  symptoms: v.array(SymptomEntry),
  checks: v.array(CheckEntry),
  /** Absent in a file from before there were gates: then those that ship hold. */
  gates: v.optional(v.array(GateEntry)),
});

/** The groups of entries, with the schema of each. */
export const ENTRY_SCHEMAS = { repairs: RepairEntry, faults: FaultEntry, symptoms: SymptomEntry, checks: CheckEntry };
export type EntryGroup = keyof typeof ENTRY_SCHEMAS;
export const ENTRY_GROUPS = Object.keys(ENTRY_SCHEMAS) as EntryGroup[];
