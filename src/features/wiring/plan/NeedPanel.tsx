"use client";

import { Button, Select } from "antd";
import { useEffect, useState } from "react";
import { type Explanation } from "@/core/refit/wiring/explainNeed";
import { linesOf, type WiringCase } from "@/core/refit/wiring/wiringCase";
import { serves } from "@/core/refit/wiring/wiringModel";
import { type WiringCost } from "@/core/refit/wiring/wiringPlan";
import { needWords } from "@/core/refit/wiring/wiringWords";
import { type DrawnAnswer } from "@/workers/server/planTask";
import { type PlanDraft } from "./planDraft";
import styles from "../Wiring.module.css";
import { explainWireAction } from "../wiring.action";

interface Props {
  jobId: number;
  wiring: WiringCase;
  plan: DrawnAnswer["plan"];
  cost: WiringCost | null;
  selected: { device: string; need: string };
  mayEdit: boolean;
  isBusy: boolean;
  draft: PlanDraft;
  onChange: (next: Partial<PlanDraft>) => void;
  onClose: () => void;
}

/** One need: why it is where it is, what the next best place would cost, and the ways to settle it by hand. */
export function NeedPanel({ jobId, wiring, plan, cost, selected, mayEdit, isBusy, draft, onChange, onClose }: Props) {
  const [said, setSaid] = useState<Explanation | "asking" | "nothing">("asking");
  const device = wiring.devices.find(({ id }) => id === selected.device);
  const need = device?.needs.find(({ id }) => id === selected.need);
  useEffect(() => {
    let isWanted = true;
    void explainWireAction({ jobId, ...selected }).then(
      (result) => isWanted && setSaid(result.ok && result.data ? result.data : "nothing"),
      () => isWanted && setSaid("nothing"),
    );
    return () => {
      isWanted = false;
    };
  }, [jobId, selected]);
  if (!device || !need) return null;
  const isOwn = (each: { device: string; need: string }) => each.device === device.id && each.need === need.id;
  const here = plan?.wires.filter(isOwn).map(({ pad }) => pad) ?? [];
  return (
    <section className="panel stack" aria-label="One wire">
      <h2>{device.name}</h2>
      <p>{needWords(need)}</p>
      {here.length > 0 && <p className={`number ${styles.spot}`}>→ {here.join(", ")}</p>}
      {said === "asking" ? (
        <p className="soft">Asking why…</p>
      ) : said === "nothing" ? (
        <p className="soft">{here.length === 0 ? "It is left out; see the plan." : "No reason was found in time."}</p>
      ) : (
        <>
          <p>{said.because}</p>
          <p className={styles.small}>{nextBestWords(wiring, plan, cost, said)}</p>
        </>
      )}
      {mayEdit && <ByHand {...{ wiring, selected, need, here, isBusy, draft, onChange, onClose }} />}
    </section>
  );
}

/** The ways to settle a wire by hand: on one pad, or not on another. */
function ByHand({
  wiring,
  selected: { device, need: needId },
  need,
  here,
  isBusy,
  draft,
  onChange,
  onClose,
}: Pick<Props, "wiring" | "selected" | "isBusy" | "draft" | "onChange" | "onClose"> & {
  need: WiringCase["devices"][number]["needs"][number];
  /** Pads that it is on now. */
  here: readonly string[];
}) {
  const isOwn = (each: { device: string; need: string }) => each.device === device && each.need === needId;
  const others = draft.pins.filter((each) => !isOwn(each));
  const pads = wiring.board.pads
    .filter(({ uses }) => uses.some((use) => linesOf(need).some((line) => serves(use, need, line))))
    .map(({ name }) => name);
  return (
    <>
      <div className={styles.field}>
        <span className={styles.small} aria-hidden>
          Pin it to
        </span>
        <Select
          aria-label="Pin it to"
          value={draft.pins.find(isOwn)?.pad ?? ""}
          disabled={isBusy}
          options={[{ value: "", label: "wherever is best" }, ...pads.map((pad) => ({ value: pad, label: pad }))]}
          onChange={(pad) => onChange({ pins: [...others, ...(pad ? [{ device, need: needId, pad }] : [])] })}
        />
      </div>
      <div className="row">
        {here.map((pad) => (
          <Button
            key={pad}
            size="small"
            disabled={isBusy}
            onClick={() => onChange({ forbids: [...draft.forbids, { device, need: needId, pad }], pins: others })}
          >
            Not on {pad}
          </Button>
        ))}
        {draft.forbids.filter(isOwn).map((each) => (
          <Button
            key={each.pad}
            size="small"
            disabled={isBusy}
            onClick={() => onChange({ forbids: draft.forbids.filter((other) => other !== each) })}
          >
            Allow {each.pad} again
          </Button>
        ))}
        <Button size="small" onClick={onClose}>
          Close
        </Button>
      </div>
    </>
  );
}

function nextBestWords(
  wiring: WiringCase,
  plan: DrawnAnswer["plan"],
  cost: WiringCost | null,
  { nextBest }: Explanation,
): string {
  if (!nextBest) return "Anywhere else and a device that must be on it could not be.";
  const nameOf = (id: string) => wiring.devices.find((each) => each.id === id)?.name ?? id;
  const lost = nextBest.leftOut.filter((id) => !plan?.leftOut.includes(id));
  if (lost.length > 0) return `Anywhere else, and ${lost.map(nameOf).join(", ")} would have to go.`;
  return `Next best: ${nextBest.pads.join(", ")}${cost ? `, for ${differenceWords(cost, nextBest.cost)}` : ""}.`;
}

function differenceWords(now: WiringCost, then: WiringCost): string {
  const moved = then.moved - now.moved;
  const runMm = Math.round(then.runMm - now.runMm);
  return [
    then.protocolRank > now.protocolRank ? "a slower protocol" : "",
    moved !== 0 ? `${Math.abs(moved)} ${moved > 0 ? "more" : "fewer"} wires moved` : "",
    `${Math.abs(runMm)} mm ${runMm >= 0 ? "more" : "less"}`,
  ]
    .filter(Boolean)
    .join(" and ");
}
