import { type WhereKind } from "../../craft/spots";

/** How far a probability may be trusted. Nobody shall mistake a guess for data. */
export const GRADES = ["measured", "judgement", "guess"] as const;
export type Grade = (typeof GRADES)[number];

/** What the craft was doing when the fault showed. */
export const PHASES = ["bench", "arming", "take-off", "hover", "cruise", "landing"] as const;
export type Phase = (typeof PHASES)[number];

/** What happened to the craft last. */
export const HISTORIES = [
  "crash",
  "water",
  "repair",
  "modification",
  "firmware",
  "transmitter-changed",
  "first-flight",
  "in-service",
] as const;
export type History = (typeof HISTORIES)[number];

/** The circumstances that priors depend on. */
export interface CaseContext {
  craftKind: string;
  phase: Phase;
  history: History;
}

/** A multiplier on a fault's prior odds that applies when every named circumstance holds. */
export interface PriorFactor {
  craftKind?: readonly string[];
  phase?: readonly Phase[];
  history?: readonly History[];
  factor: number;
}

/** What a fault lies in. Only one that lies in the part itself goes with it when another of the same kind is fitted. */
export const LIES_IN = ["part", "joint", "settings", "surroundings"] as const;
export type LiesIn = (typeof LIES_IN)[number];

/** What a fault costs, besides itself, when the craft is powered or its props turn with it still there. In cents. */
export interface Harm {
  powered: number;
  propsOn: number;
  grade: Grade;
}

/** One way a part can fail. `prior` is its probability on a craft that comes in with a complaint. */
export interface FaultMode {
  id: string;
  name: string;
  part: string;
  looksLike: string;
  repair: string;
  prior: number;
  /** Of the prior and its factors. */
  grade: Grade;
  when?: readonly PriorFactor[];
  /** Kinds of craft that can have it; absent means all. */
  craftKinds?: readonly string[];
  /** Absent means in the settings for a fault of the settings, in the part for any other. */
  liesIn?: LiesIn;
  /** Absent means none worth a price. */
  harm?: Harm;
}

/** What is done about one or more fault modes. */
export interface Repair {
  id: string;
  name: string;
  part: string;
  minutes: number;
  /** Kinds of parts it uses up, for the price; empty for a setting or an adjustment. */
  parts: readonly string[];
  /** What it touches, as a mend is recorded, where its part says too little: it decides which proofs are owed. */
  mends?: string;
}

/** fault → probability that this fault alone makes the symptom true. */
export type Links = Readonly<Record<string, number>>;

/** Where on the craft, or around it, a complaint is seen: what is clicked on its picture. */
export const ZONES = [
  "flight",
  "power",
  "motors",
  "props",
  "frame",
  "board",
  "radio",
  "satellite",
  "video",
  "servos",
  "tail",
  "head",
  "gimbal",
  "ground",
] as const;
export type Zone = (typeof ZONES)[number];

/** Something that can be seen or measured, true or false. `leak` is its chance with none of the listed faults. */
export interface Symptom {
  id: string;
  whenTrue: string;
  whenFalse: string;
  leak: number;
  /** Of the leak and of every link that `linkGrades` does not name. */
  grade: Grade;
  links: Links;
  linkGrades?: Readonly<Record<string, Grade>>;
  /** Offered at intake as "what was seen". */
  complaint?: boolean;
  /** Where a complaint is seen. */
  zone?: Zone;
  /** What "where?" is about once it is seen: one of the craft's motors, cells … Absent where there is but one place. */
  where?: WhereKind;
  /** Other words people use, for the search. */
  synonyms?: readonly string[];
}

/** One answer to a check: the symptoms it proves true or false; all others stay open. */
export interface Outcome {
  id: string;
  label: string;
  sets: Readonly<Record<string, boolean>>;
}

/** The state a check needs the craft in, mildest first. */
export const HAZARDS = ["unpowered", "powered, props off", "props on"] as const;
export type Hazard = (typeof HAZARDS)[number];

/** Turns a typed value into an outcome: the first band whose `below` lies above the value; the last band has none. */
export interface Measurement {
  quantity: string;
  unit: string;
  bands: readonly { below?: number; outcomeId: string }[];
}

/** Something a technician does to learn more. Its outcomes exclude each other. */
export interface Check {
  id: string;
  title: string;
  steps: readonly string[];
  cautions: readonly string[];
  minutes: number;
  hazard: Hazard;
  needs: readonly string[];
  outcomes: readonly Outcome[];
  /** Given when the answer comes from a measured value. */
  measure?: Measurement;
  /** True when the craft cannot be put back as it was: such a check comes last among equals. */
  irreversible?: boolean;
  /** Kinds of craft it is done on; absent means all. */
  craftKinds?: readonly string[];
  /** Kinds of parts that must be fitted, with how many of each. */
  fitted?: Readonly<Record<string, number>>;
  /** Kind of part that must lie in the shop as a known-good spare. */
  spare?: string;
}

/** Something that shuts a gate: all that is named must hold. */
export interface GateSign {
  /** Seen to be so. */
  symptom?: string;
  history?: readonly History[];
  phase?: readonly Phase[];
  /** Holds no longer once one of these lists was seen to be so, each of it: symptom → value. */
  unless?: readonly Readonly<Record<string, boolean>>[];
}

/** What is not done to a craft, whatever the odds say, before something else was. */
export interface Gate {
  id: string;
  /** Said to the person: what is not known yet, or what is wrong. */
  because: string;
  /** The mildest state of the craft that is shut; all beyond it are as well. */
  shuts: Hazard;
  /** Tools that bring power by themselves: checks with one of them are shut in any state. */
  shutsTools?: readonly string[];
  /** Checks with one of these tools stay open: they are how the craft is powered with care. */
  except?: readonly string[];
  /** What opens it is done before anything else, with power or without. */
  comesFirst?: boolean;
  /** Any one of them shuts it. */
  when: readonly GateSign[];
  /** Opens it, each of the list seen to be so: symptom → value. */
  opens?: Readonly<Record<string, boolean>>;
  /** Opens it: one check answered in each of these states. */
  rungs?: readonly Hazard[];
}

/** Everything the engine knows, as plain data that can be written as JSON. */
export interface Library {
  version: string;
  repairs: readonly Repair[];
  faults: readonly FaultMode[];
  symptoms: readonly Symptom[];
  checks: readonly Check[];
  /** Absent in a library from before there were gates: then those that ship hold, as far as it has their symptoms. */
  gates?: readonly Gate[];
}
