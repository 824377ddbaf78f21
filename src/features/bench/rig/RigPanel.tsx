"use client";

import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox, Select } from "antd";
import { type ReactNode, useEffect, useState } from "react";
import { profileDurationS, type ProfileStep } from "@/core/bench/run/profile";
import { type RunPlan } from "@/core/bench/run/runKinds";
import { type RunLimits } from "@/core/bench/run/runLimits";
import { type RigStatus } from "@/rigs/runProtocol";
import { HoldButton } from "@/shared/HoldButton";
import { BENCH_DEFECTS, type BenchDefect } from "@/sim/benchDefects";
import styles from "../Bench.module.css";
import { DEFECT_NAMES } from "./defectNames";
import { Instruments } from "./Instruments";
import { rigCalls } from "./rigCalls";
import { type LiveRun } from "./useRun";
import { type SerialStands } from "./useSerialStands";

const HOLD_TO_ARM_MS = 1000;
const POLL_MS = 1000;
/** Well under the silence after which a stand at the page is lost. */
const SERIAL_POLL_MS = 250;
const SEVERITIES = [
  { value: 1, label: "early" },
  { value: 2, label: "middle" },
  { value: 3, label: "late" },
];

/** What is to be armed. */
export interface RunOrder {
  profileName: string;
  profile: readonly ProfileStep[];
  limits: RunLimits;
  /** True until a limit was changed by hand: then one that nothing measures may be left out. */
  areLimitsSuggested: boolean;
  /** Why it cannot be armed yet; null when it can. */
  problem: string | null;
}

interface Props {
  plan: RunPlan;
  order: RunOrder;
  live: LiveRun;
  serial: SerialStands;
  isDemo: boolean;
  overdue: readonly string[];
  onArm: (choice: { defect: BenchDefect | null; severity: number }, measured: readonly string[]) => void;
  /** What must be set before each run: the profile, and what cuts it. */
  basics: ReactNode;
  /** True where its verdict needs more than the usual limits. */
  isMoreOpen?: boolean;
  /** What may be set besides. */
  children: ReactNode;
}

/** The rig: who its instruments are, what is to run, and the way to arm, run and stop it. */
export function RigPanel({
  plan,
  order,
  live,
  serial,
  isDemo,
  overdue,
  onArm,
  basics,
  isMoreOpen = false,
  children,
}: Props) {
  const rig = useQuery({
    queryKey: ["rig"],
    queryFn: () => rigCalls.connect(serial.pushed()),
    refetchInterval: serial.isOpen ? SERIAL_POLL_MS : POLL_MS,
  });
  // Kept here: both outlast a run.
  const [isGuarded, setGuarded] = useState(false);
  const [choice, setChoice] = useState<DefectChoice>({ defect: null, severity: 2 });
  const { phase } = live;
  const isLive = phase === "armed" || phase === "running" || phase === "server lost";
  useStopKey(isLive, live.stop);
  return (
    <section className={`panel stack ${styles.rig} ${isLive ? styles.live : ""}`} aria-label="Rig">
      <h2>Rig {isLive && <span className={styles.powered}>· powered</span>}</h2>
      {isLive ? (
        <LiveRig order={order} live={live} />
      ) : (
        <>
          <Instruments rig={rig.data} problem={rig.error?.message} serial={serial} overdue={overdue} />
          {basics}
          <RigToArm
            {...{ plan, order, isGuarded }}
            rig={rig.data}
            isArming={phase === "arming"}
            onGuarded={setGuarded}
            onHeld={() => onArm(choice, measuredChannels(rig.data))}
          >
            <details key={plan.name} open={isMoreOpen}>
              <summary className={styles.small}>More limits, air and the like</summary>
              <div className="stack">{children}</div>
            </details>
          </RigToArm>
          {isDemo && <DemoDefect {...choice} onChange={setChoice} />}
        </>
      )}
      {live.problem && (
        <p role="alert" className="bad">
          {live.problem}
        </p>
      )}
    </section>
  );
}

/** Powered: the way to start, and to stop at once. */
function LiveRig({ order, live }: Pick<Props, "order" | "live">) {
  const name = order.profileName.charAt(0).toLowerCase() + order.profileName.slice(1);
  const step = live.status?.stepIndex;
  return (
    <>
      {live.phase === "armed" && (
        <Button type="primary" size="large" autoFocus onClick={() => void live.start()}>
          Run: {name}
        </Button>
      )}
      <button className={styles.stop} onClick={live.stop}>
        STOP <kbd>Space</kbd>
      </button>
      {step != null && (
        <p>
          Step {step + 1} of {order.profile.length}: {order.profile[step]?.name}
        </p>
      )}
      <p>Cuts by itself: {limitsText(order.limits)}.</p>
      <p className="soft">Keep this page in front: if it is hidden or closed, the throttle goes to zero.</p>
    </>
  );
}

type ToArm = Pick<Props, "plan" | "order"> & {
  rig: RigStatus | undefined;
  isGuarded: boolean;
  isArming: boolean;
  onGuarded: (isGuarded: boolean) => void;
  onHeld: () => void;
  /** What may be set besides. */
  children: ReactNode;
};

/** Not powered: what must be so before it is, and the button that is held to arm. */
function RigToArm({ plan, order, rig, isGuarded, isArming, onGuarded, onHeld, children }: ToArm) {
  const missing = missingChannels(rig, plan.needs);
  return (
    <>
      <p className="caution">{plan.caution}</p>
      <Checkbox checked={isGuarded} onChange={(event) => onGuarded(event.target.checked)}>
        All of that is so
      </Checkbox>
      <HoldButton
        holdMs={HOLD_TO_ARM_MS}
        disabled={!isGuarded || missing === null || order.problem !== null || isArming}
        onHeld={onHeld}
      >
        {isArming ? "Arming …" : "Hold for a second to arm"}
      </HoldButton>
      <p className={styles.small}>
        {Math.round(profileDurationS(order.profile))} s at most, {order.profile.length} steps.
      </p>
      {missing && missing.length > 0 && (
        <p className="watch">Not measured, so there will be no verdict: {missing.join(", ")}.</p>
      )}
      {order.problem && (
        <p role="alert" className="bad">
          {order.problem}
        </p>
      )}
      {children}
      <details>
        <summary className={styles.small}>How it is done</summary>
        <ol className={styles.notes}>
          {plan.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </details>
    </>
  );
}

interface DefectChoice {
  defect: BenchDefect | null;
  severity: number;
}

/** What the simulated bench is to have. */
function DemoDefect({ defect, severity, onChange }: DefectChoice & { onChange: (choice: DefectChoice) => void }) {
  return (
    <label className={styles.field}>
      Demo: on the simulated bench
      <span className="row">
        <Select
          value={defect ?? "healthy"}
          style={{ flex: 1, minWidth: 0 }}
          listHeight={440}
          onChange={(value) => onChange({ defect: value === "healthy" ? null : (value as BenchDefect), severity })}
          options={[
            { value: "healthy", label: "this craft, healthy" },
            ...BENCH_DEFECTS.map((value) => ({ value, label: `with ${DEFECT_NAMES[value]}` })),
          ]}
        />
        {defect && (
          <Select
            value={severity}
            onChange={(value) => onChange({ defect, severity: value })}
            options={SEVERITIES}
            aria-label="How far gone"
          />
        )}
      </span>
    </label>
  );
}

function measuredChannels(rig: RigStatus | undefined): string[] {
  return (rig?.instruments ?? []).flatMap(({ identity, channels }) => (identity ? channels : []));
}

/** Channels the verdict needs and nothing measures; null while the rig is not known. */
function missingChannels(rig: RigStatus | undefined, needs: readonly string[]): string[] | null {
  if (!rig || rig.instruments.every(({ identity }) => !identity)) return null;
  const measured = measuredChannels(rig);
  return needs.filter((channel) => !measured.includes(channel));
}

function limitsText(limits: RunLimits): string {
  return Object.entries(limits)
    .flatMap(([channel, { min, max, perS }]) => [
      ...(max != null ? [`${channel} over ${max}`] : []),
      ...(min != null ? [`${channel} under ${min}`] : []),
      ...(perS != null ? [`${channel} changing by ${perS} a second`] : []),
    ])
    .join(", ");
}

/** Space stops, wherever the focus is, and presses nothing else while the rig is live. */
function useStopKey(isLive: boolean, stop: () => void) {
  useEffect(() => {
    if (!isLive) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== "Space") return;
      event.preventDefault();
      event.stopPropagation();
      if (event.type === "keydown" && !event.repeat) stop();
    };
    window.addEventListener("keydown", onKey, true);
    window.addEventListener("keyup", onKey, true);
    return () => {
      window.removeEventListener("keydown", onKey, true);
      window.removeEventListener("keyup", onKey, true);
    };
  }, [isLive, stop]);
}
