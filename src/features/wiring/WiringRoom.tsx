"use client";

import { Button, Input } from "antd";
import Link from "next/link";
import { useState } from "react";
import { planSettings } from "@/core/refit/wiring/planSettings";
import { jobNumber } from "@/features/job/job";
import { JobPhotos } from "@/features/job/photos/JobPhotos";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { draftOf, type PlanDraft } from "./plan/planDraft";
import { AlignmentPanel } from "./lie/AlignmentPanel";
import { DescribeCraft } from "./plan/DescribeCraft";
import { type WiringRoomData } from "./getWiringRoom";
import { DisputePanel } from "./plan/DisputePanel";
import { MotorMapPanel } from "./lie/MotorMapPanel";
import { NeedPanel } from "./plan/NeedPanel";
import { PlanPanel, RailsPanel } from "./plan/PlanPanel";
import { PowerUp } from "./firstPower/PowerUp";
import { SettingsPanel } from "./settings/SettingsPanel";
import styles from "./Wiring.module.css";
import { savePlanAction, wireSoAction } from "./wiring.action";
import { drawWiring } from "./plan/wiringPicture";
import { WiringPicture } from "./plan/WiringPicture";
import { WireTable } from "./plan/WireTable";

/** Which wire goes where on a new board: described, planned, drawn, wired, powered step by step. */
export function WiringRoom(data: WiringRoomData) {
  const { target, mayEdit, planVersion, wiring, answer, power, settings, unsettled } = data;
  const save = useVerb(savePlanAction);
  const wire = useVerb(wireSoAction);
  const [selected, select] = useState<{ device: string; need: string } | null>(null);
  const draft = draftOf(data);
  const change = (next: Partial<PlanDraft>) => void save.run({ jobId: target.jobId, planVersion, ...draft, ...next });
  const plan = answer?.plan ?? null;
  const drawing = wiring && answer && drawWiring(wiring, plan?.wires ?? [], plan?.leftOut ?? [], answer.order);
  const isPlanned = plan !== null && plan.wires.length > 0;
  return (
    <div className={styles.room}>
      <div className="stack">
        {(save.failure ?? wire.failure) && (
          <FailureNotice failure={save.failure ?? wire.failure} onReload={save.failure ? save.reload : wire.reload} />
        )}
        <DescribeCraft data={data} draft={draft} isBusy={save.isBusy} onChange={change} />
        <JobPhotos
          number={jobNumber(target.jobId)}
          photos={data.photos}
          mayEdit={mayEdit}
          hint="Before you unsolder anything: photograph the old board, its wires and the way it faces. The picture stands here while you write the wires down."
        />
      </div>
      {wiring && answer ? <PlanPanel wiring={wiring} answer={answer} /> : <span />}
      {wiring && drawing && (
        <section className={`panel ${styles.across}`} data-split={selected !== null} aria-label="Wiring picture">
          <div tabIndex={0} role="group" aria-label="The picture; on a small screen it moves sideways">
            <WiringPicture
              wiring={wiring}
              drawing={drawing}
              selected={selected && `${selected.device} ${selected.need}`}
              onSelect={(device, need) => select({ device, need })}
              pinned={draft.pins.map(({ pad }) => pad)}
            />
            <p className={styles.small}>
              Broken lines are wires that move to a pad of another name. Touch a wire for its reason and its other
              places.
            </p>
          </div>
          {selected && (
            <NeedPanel
              key={`${selected.device} ${selected.need} ${planVersion}`}
              jobId={target.jobId}
              wiring={wiring}
              plan={plan}
              cost={answer.cost}
              selected={selected}
              mayEdit={mayEdit}
              isBusy={save.isBusy}
              draft={draft}
              onChange={change}
              onClose={() => select(null)}
            />
          )}
        </section>
      )}
      {wiring && isPlanned && (
        <div className="stack">
          {power && <PowerUp target={target} mayEdit={mayEdit} power={power} wiring={wiring} plan={plan} />}
          <section className="panel stack" aria-label="Wires">
            <h2>Wires · {plan.wires.length}</h2>
            <WireTable wiring={wiring} wires={plan.wires} selected={selected} onSelect={select} />
          </section>
          <div className={styles.sides}>
            <AlignmentPanel
              boardName={wiring.board.name}
              saved={settings.newest?.alignment ?? []}
              target={target}
              mayEdit={mayEdit}
            />
            <MotorMapPanel target={target} mayEdit={mayEdit} shape={data.shape} wiring={wiring} plan={plan} />
          </div>
        </div>
      )}
      {wiring && isPlanned && (
        <div className="stack">
          <DisputePanel key={unsettled[0]?.key} target={target} mayEdit={mayEdit} unsettled={unsettled} />
          <AtTheBench data={data} wire={wire} />
          <SettingsPanel target={target} mayEdit={mayEdit} settings={settings} byPlan={planSettings(wiring, plan)} />
          <RailsPanel plan={plan} />
        </div>
      )}
    </div>
  );
}

/** The sheet to print, and the word that it was wired so; without saved settings a reason comes first. */
function AtTheBench({
  data,
  wire,
}: {
  data: WiringRoomData;
  wire: { run: (input: unknown) => Promise<void>; isBusy: boolean };
}) {
  const { target, mayEdit, planVersion, isWired, settings } = data;
  const [without, setWithout] = useState("");
  const needsReason = settings.isMissing && !isWired;
  return (
    <section className="panel stack" aria-label="At the bench">
      <h2>At the bench</h2>
      <Link href="wiring/sheet" className={styles.link}>
        The wiring sheet, to print
      </Link>
      {mayEdit && needsReason && (
        <label className={styles.field}>
          <span className="watch">No settings were saved on this job. Save them below, or say why not:</span>
          <Input value={without} maxLength={200} onChange={(event) => setWithout(event.target.value)} />
        </label>
      )}
      {mayEdit && (
        <Button
          type={isWired ? "default" : "primary"}
          loading={wire.isBusy}
          disabled={needsReason && without.trim().length < 3}
          onClick={() => void wire.run({ ...target, planVersion, withoutSettings: without })}
        >
          {isWired ? "Wired anew by this plan" : "Wired by this plan"}
        </Button>
      )}
      {!isWired && (
        <p className={styles.small}>Pack out while you solder. The first power comes after, step by step.</p>
      )}
    </section>
  );
}
