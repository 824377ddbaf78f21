"use client";

import { Button } from "antd";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { type CraftKind } from "@/core/craft/craftKinds";
import { PlaceMap } from "@/features/craft/drawing/PlaceMap";
import { uploadPhotos } from "@/features/job/photos/uploadPhotos";
import { type ComplaintChoice } from "@/features/faultLibrary/complaintsOf";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { AddFindingDialog } from "./AddFindingDialog";
import { AdviceNote } from "./AdviceNote";
import { CauseList, type CauseView } from "./CauseList";
import { CheckInHand, type GivenAnswer } from "./CheckInHand";
import { ExperimentPanel } from "./ExperimentPanel";
import { FindingList } from "./FindingList";
import { answerCheckAction, confirmFindingAction, doubtFindingAction, withdrawFindingAction } from "./isolate.action";
import styles from "./Isolate.module.css";
import { type Places } from "./checkView";
import { type IsolateView } from "./isolateView";
import { GateList, NOT_YET } from "./GateList";
import { NameCauseDialog } from "./NameCauseDialog";
import { OtherChecks } from "./OtherChecks";
import { SuspectList } from "./SuspectList";

/** What the Isolate page is given. */
export interface IsolateBayProps {
  target: { jobId: number; version: number };
  number: string;
  craftKind: CraftKind;
  view: IsolateView;
  symptoms: readonly ComplaintChoice[];
  places: Places;
  /** Those that were named, oldest first. */
  causes: readonly CauseView[];
  /** The proof that failed and brought it back here. */
  failed: { title: string; note: string } | null;
  experiments: Pick<Parameters<typeof ExperimentPanel>[0], "steps" | "judged">;
  mayEdit: boolean;
  /** Handed back: what was found stays to be read, and nothing is asked any more. */
  isClosed: boolean;
  isHere: boolean;
}

const OTHERS_SHOWN = 4;
const ON_A_PHONE = "(max-width: 700px)";

/** Left what we know, middle the one check in hand, right the suspects. */
export function IsolateBay(props: IsolateBayProps) {
  const { target, number, view, causes, failed, experiments, mayEdit, isClosed, isHere } = props;
  const router = useRouter();
  const { answer, withdraw, doubt, confirm, refused, isBusy } = useFindingVerbs();
  const [chosenId, choose] = useState<string | null>(null);
  const [dialog, setDialog] = useState<"finding" | "cause" | null>(null);
  const [photoProblems, setPhotoProblems] = useState<string[]>([]);
  const check = [...view.checks, ...view.openers].find(({ id }) => id === chosenId) ?? view.checks[0];
  const others = view.checks.filter(({ id }) => id !== check?.id).slice(0, OTHERS_SHOWN);
  const lastCounted = view.findings.findLast(({ state }) => state === "counted");

  const give = ({ photos, ...given }: GivenAnswer) => {
    if (!check || !mayEdit) return;
    void answer.run({ ...target, checkId: check.id, ...given }, () => {
      // Who picked another check while this answer was on its way keeps the pick.
      choose((now) => (now === chosenId ? null : now));
      if (window.matchMedia(ON_A_PHONE).matches) window.scrollTo({ top: 0 }); // the next check stands there
      if (photos.length > 0)
        void uploadPhotos(number, photos)
          .then(setPhotoProblems)
          .then(() => router.refresh());
    });
  };
  const takeBack = (seq: number, andLater: boolean) => void withdraw.run({ ...target, seq, andLater });
  useFindingKeys(
    mayEdit,
    () => setDialog("finding"),
    () => lastCounted && takeBack(lastCounted.seq, false),
  );

  return (
    <div className="stack">
      {failed && <FailedProof {...failed} />}
      <div className={styles.bay}>
        <FindingList
          map={<PlaceMap places={[]} marked={view.places} label={`Where it was found: ${view.places.join("; ")}`} />}
          view={view}
          mayEdit={mayEdit}
          isBusy={isBusy}
          onAdd={() => setDialog("finding")}
          onWithdraw={takeBack}
          onDoubt={(seq, doubtful) => void doubt.run({ ...target, seq, doubtful })}
          onConfirm={(seq) => void confirm.run({ ...target, seq })}
        />
        <section className="panel stack" aria-label="Do this next">
          <FailureNotice failure={refused?.failure ?? null} onReload={() => refused?.reload()} />
          {photoProblems.map((problem) => (
            <p key={problem} role="alert" className="bad">
              {problem}
            </p>
          ))}
          <CheckPane
            {...props}
            check={check}
            others={others}
            isBusy={isBusy}
            areKeysFree={dialog === null}
            onName={() => setDialog("cause")}
            onAnswer={give}
            onChoose={choose}
          />
          {!isClosed && <GateList target={target} gates={view.gates} mayEdit={mayEdit} onChoose={choose} />}
          {(!isClosed || experiments.steps.length > 0) && (
            <ExperimentPanel target={target} {...experiments} mayEdit={mayEdit} />
          )}
        </section>
        {!isClosed && (
          <div className="stack">
            {causes.length > 0 && <CauseList target={target} causes={causes} mayEdit={mayEdit} />}
            <SuspectList view={view} mayEdit={mayEdit && isHere} onName={() => setDialog("cause")} />
          </div>
        )}
      </div>
      <Dialogs {...props} open={dialog} onClose={() => setDialog(null)} />
    </div>
  );
}

/** What is done with findings: which of it was refused, and whether some of it is on its way. */
function useFindingVerbs() {
  const answer = useVerb(answerCheckAction);
  const withdraw = useVerb(withdrawFindingAction);
  const doubt = useVerb(doubtFindingAction);
  const confirm = useVerb(confirmFindingAction);
  const verbs = [answer, withdraw, doubt, confirm];
  return {
    answer,
    withdraw,
    doubt,
    confirm,
    refused: verbs.find(({ failure }) => failure !== null),
    isBusy: verbs.some((verb) => verb.isBusy),
  };
}

function Dialogs({
  target,
  craftKind,
  view,
  symptoms,
  places,
  causes,
  open,
  onClose,
}: IsolateBayProps & { open: "finding" | "cause" | null; onClose: () => void }) {
  if (open === "finding") return <AddFindingDialog {...{ target, craftKind, symptoms, places, onClose }} />;
  return open === "cause" ? <NameCauseDialog {...{ target, view, places, causes, onClose }} /> : null;
}

/** The one check in hand, with what shuts it and what could be done in its place. */
function CheckPane({
  view,
  places,
  mayEdit,
  isClosed,
  isHere,
  check,
  others,
  isBusy,
  areKeysFree,
  onName,
  onAnswer,
  onChoose,
}: IsolateBayProps & {
  check: IsolateView["checks"][number] | undefined;
  others: IsolateView["checks"];
  isBusy: boolean;
  areKeysFree: boolean;
  onName: () => void;
  onAnswer: (given: GivenAnswer) => void;
  onChoose: (checkId: string) => void;
}) {
  if (isClosed)
    return <Nothing title="Handed back">What was found stands on the left; the next fault is a new visit.</Nothing>;
  if (!check) return <Nothing title="No check is left">Name the cause, or add what else was seen.</Nothing>;
  return (
    <>
      <PowerShut gates={view.gates} />
      <RepairNow view={view} mayName={mayEdit && isHere} onName={onName} />
      <CheckInHand
        key={check.id}
        label={labelOf(check.id, view)}
        {...{ check, places, isBusy, mayEdit, areKeysFree, onAnswer }}
      />
      <OtherChecks others={others} missing={view.missing} onChoose={onChoose} />
    </>
  );
}

/** In place of the check in hand where there is none. */
function Nothing({ title, children }: { title: string; children: ReactNode }) {
  return (
    <>
      <h1 className={styles.title}>{title}</h1>
      <p>{children}</p>
    </>
  );
}

/** What failed in Prove and brought the job back here. */
function FailedProof({ title, note }: NonNullable<IsolateBayProps["failed"]>) {
  return (
    <section className={styles.failed} aria-label="What failed">
      <strong>Failed in Prove: {title}.</strong> {note}
      <p className="soft">What was found before stays where the repair could not have changed it.</p>
    </section>
  );
}

/** The keys that add a finding and take the last one back. */
function useFindingKeys(mayEdit: boolean, onAdd: () => void, onTakeBack: () => void): void {
  useHotkeys(
    "n",
    (event) => {
      event.preventDefault(); // the letter must not land in the dialog's search box
      if (mayEdit) onAdd();
    },
    { useKey: true },
  );
  useHotkeys(
    "z",
    () => {
      if (mayEdit) onTakeBack();
    },
    { useKey: true },
  );
}

/** Said before anything else where power must wait; what opens it stands below. */
function PowerShut({ gates }: Pick<IsolateView, "gates">) {
  const [first] = gates.filter(({ shutsPower }) => shutsPower);
  if (!first) return null;
  return (
    <p className="caution">
      <strong>No power yet.</strong> {first.because}{" "}
      <a className={styles.plain} href={`#${NOT_YET}`}>
        What comes first
      </a>
    </p>
  );
}

/** Repairing now costs less than checking on: the plan, and the way to name the cause. */
function RepairNow({ view, mayName, onName }: { view: IsolateView; mayName: boolean; onName: () => void }) {
  if (view.advice?.advice !== "repair") return null;
  return (
    <div className={styles.repairNow}>
      <AdviceNote advice={view.advice} />
      {mayName && (
        <Button type="primary" onClick={onName}>
          Name the cause
        </Button>
      )}
    </div>
  );
}

/** How the check in hand is headed: it is the next step, what else could be done, or the technician's own choice. */
function labelOf(checkId: string, { checks, advice }: IsolateView): string {
  if (checkId !== checks[0]?.id) return "Chosen by you";
  return advice?.advice === "repair" ? "Or check further" : "Do this next";
}
