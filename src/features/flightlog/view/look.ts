import { type Judgement, type Look, type ShownVerdict } from "../flightlog.schema";
import { type Lane, lanesFor, rangeFor } from "./lanes";

/** What a log opens on: its first verdict, or the whole flight. */
export function firstLook(judgement: Judgement, lanes: readonly Lane[], durationS: number): Look {
  return judgement.verdicts.length > 0
    ? lookAt(judgement, 0, lanes, durationS)
    : { verdict: null, fromS: 0, toS: durationS, lanes: lanesFor(null, lanes), mode: "time" };
}

/** A verdict with what is looked at for it, over time. */
export function lookAt(judgement: Judgement, verdict: number, lanes: readonly Lane[], durationS: number): Look {
  const chosen = judgement.verdicts[verdict]!;
  return { verdict, ...rangeFor(chosen, durationS), lanes: lanesFor(chosen, lanes), mode: "time" };
}

/** A kept look as far as the log still has what it shows: judged anew it may have fewer verdicts, read anew other channels. */
export function lookThatFits(kept: Look, judgement: Judgement, lanes: readonly Lane[], durationS: number): Look {
  const known = kept.lanes.filter((id) => lanes.some((lane) => lane.id === id));
  if (known.length === 0 || kept.fromS >= durationS) return firstLook(judgement, lanes, durationS);
  const verdict = kept.verdict !== null && kept.verdict < judgement.verdicts.length ? kept.verdict : null;
  return { ...kept, verdict, lanes: known, toS: Math.min(kept.toS, durationS) };
}

/** The verdict of a look. */
export function verdictOf({ verdict }: Look, { verdicts }: Judgement): ShownVerdict | null {
  return verdict === null ? null : (verdicts[verdict] ?? null);
}
