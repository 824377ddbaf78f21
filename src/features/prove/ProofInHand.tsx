"use client";

import { Button, Input } from "antd";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { uploadPhotos } from "@/features/job/photos/uploadPhotos";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton, PICTURES } from "@/shared/FileButton";
import { useVerb } from "@/shared/useVerb";
import { emptyDraft, EvidenceFields, toEvidence } from "./EvidenceFields";
import { FailProof } from "./FailProof";
import { decideProofAction, reopenProofAction } from "./prove.action";
import { type FailureSymptom, type ProofView } from "./proofView";
import styles from "./Prove.module.css";

interface Props {
  target: { jobId: number; version: number };
  number: string;
  proof: ProofView;
  symptoms: readonly FailureSymptom[];
  mayEdit: boolean;
  /** Taking back is open as long as the job is. */
  mayReopen: boolean;
  mayWaive: boolean;
  onDecided: (said: { kind: string; title: string; state: "met" | "waived" }) => void;
}

/** The proof in hand: how it is done, what must come first, what it wants, and its three ends. */
export function ProofInHand(props: Props) {
  const { proof, mayEdit, mayReopen, target } = props;
  const isDecided = proof.state === "met" || proof.state === "waived";
  const isBlocked = proof.blockers.length > 0;
  return (
    <section className="panel stack" aria-label="Proof in hand">
      <p className="label">
        {isDecided ? proof.state : proof.state === "failed" ? "Failed; prove it again" : "Prove this next"}
      </p>
      <h1 className={styles.title}>{proof.title}</h1>
      <p className={styles.how}>{proof.how}</p>
      {proof.cautions.map((caution) => (
        <p key={caution} className="caution">
          {caution}
        </p>
      ))}
      <p className="soft">Asked for by {proof.askedBy}.</p>
      {proof.decided && (
        <p>
          {proof.state} by {proof.decided}
          {[proof.metBy, proof.note].filter(Boolean).map((text) => `: ${text}`)}
        </p>
      )}
      {isBlocked && !isDecided && <p className="watch">First: {proof.blockers.slice(0, 4).join("; ")}.</p>}
      {mayEdit && !isDecided && <Decide {...props} isBlocked={isBlocked} />}
      {proof.state !== "open" && mayReopen && <TakeBack target={target} proof={proof} />}
      {!mayEdit && !isDecided && <p className="soft">Proofs are decided while the job is in Prove.</p>}
    </section>
  );
}

function Decide({ target, number, proof, symptoms, mayWaive, onDecided, isBlocked }: Props & { isBlocked: boolean }) {
  const { run, isBusy, failure, reload } = useVerb(decideProofAction);
  const [end, setEnd] = useState<"failed" | "waived" | null>(null);
  const [note, setNote] = useState("");
  const [draft, setDraft] = useState(() => (proof.needs ? emptyDraft(proof.needs) : null));
  const decide = (state: "met" | "waived") =>
    void run(
      {
        ...target,
        kind: proof.kind,
        state,
        note,
        symptomId: null,
        evidence: state === "met" && draft ? toEvidence(draft) : null,
      },
      () => onDecided({ kind: proof.kind, title: proof.title, state }),
    );
  const isOpen = end === null;
  useHotkeys(
    "m,f,w",
    (event) => {
      event.preventDefault(); // the letter must not land in the field that opens
      const key = event.key.toLowerCase();
      if (key === "m" && isOpen && !isBlocked && !isBusy) decide("met");
      if (key === "f" && isOpen) setEnd("failed");
      if (key === "w" && isOpen && mayWaive) setEnd("waived");
    },
    { useKey: true },
  );
  if (end === "failed")
    return (
      <FailProof
        target={target}
        proof={proof}
        symptoms={symptoms}
        onDone={() => setEnd(null)}
        onLeave={() => setEnd(null)}
      />
    );
  return (
    <>
      {proof.needs && draft && !proof.needs.sorties && end === null && (
        <EvidenceFields
          needs={proof.needs}
          draft={draft}
          onDraft={setDraft}
          onEnter={() => !isBlocked && decide("met")}
        />
      )}
      {proof.needs?.sorties && <p className="soft">Counted from the sorties, to the right.</p>}
      <Input.TextArea
        value={note}
        onChange={(event) => setNote(event.target.value)}
        rows={end === "waived" ? 2 : 1}
        maxLength={500}
        autoFocus={end === "waived"}
        aria-label={end === "waived" ? "Why it is waived" : "Note to the proof"}
        placeholder={
          end === "waived" ? "Why may it be left out? It stands in the report with your name." : "Note (optional)"
        }
      />
      <FailureNotice failure={failure} onReload={reload} />
      {end === "waived" ? (
        <div className="row">
          <Button type="primary" size="large" loading={isBusy} onClick={() => decide("waived")}>
            Waive, in my name
          </Button>
          <Button size="large" type="text" onClick={() => setEnd(null)}>
            Do not waive it
          </Button>
        </div>
      ) : (
        <WaysToDecide
          isBlocked={isBlocked}
          isBusy={isBusy}
          mayWaive={mayWaive}
          photosTo={proof.needs?.photo ? number : null}
          onMet={() => decide("met")}
          onEnd={setEnd}
        />
      )}
    </>
  );
}

/** Met, failed or waived, and a photo where the proof wants one. */
function WaysToDecide({
  isBlocked,
  isBusy,
  mayWaive,
  photosTo,
  onMet,
  onEnd,
}: {
  isBlocked: boolean;
  isBusy: boolean;
  mayWaive: boolean;
  /** Number of the job that photos go to; null where the proof wants none. */
  photosTo: string | null;
  onMet: () => void;
  onEnd: (end: "failed" | "waived") => void;
}) {
  const router = useRouter();
  const [photoProblems, setPhotoProblems] = useState<string[]>([]);
  return (
    <>
      {photoProblems.map((problem) => (
        <p key={problem} role="alert" className="bad">
          {problem}
        </p>
      ))}
      <div className="row">
        <Button type="primary" size="large" disabled={isBlocked} loading={isBusy} onClick={onMet}>
          Met <kbd>M</kbd>
        </Button>
        <Button size="large" danger disabled={isBusy} onClick={() => onEnd("failed")}>
          Failed … <kbd>F</kbd>
        </Button>
        {mayWaive ? (
          <Button size="large" disabled={isBusy} onClick={() => onEnd("waived")}>
            Waive … <kbd>W</kbd>
          </Button>
        ) : (
          <span className="soft">Only a lead may waive it.</span>
        )}
        {photosTo && (
          <FileButton
            accept={PICTURES}
            label="Add a photo"
            onFiles={(files) =>
              void uploadPhotos(photosTo, files)
                .then(setPhotoProblems)
                .then(() => router.refresh())
            }
          />
        )}
      </div>
    </>
  );
}

/** What was decided can be taken back, with the reason. */
function TakeBack({ target, proof }: Pick<Props, "target" | "proof">) {
  const { run, isBusy, failure, reload } = useVerb(reopenProofAction);
  const [isOpen, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!isOpen)
    return (
      <p>
        <Button onClick={() => setOpen(true)}>Take “{proof.state}” back</Button>
      </p>
    );
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault();
        void run({ ...target, kind: proof.kind, reason });
      }}
    >
      <Input
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        autoFocus
        maxLength={300}
        placeholder="Why is it taken back?"
        aria-label="Why it is taken back"
      />
      <FailureNotice failure={failure} onReload={reload} />
      <Button htmlType="submit" loading={isBusy}>
        Take it back
      </Button>
    </form>
  );
}
