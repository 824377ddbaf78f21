import { useEffect, useState } from "react";
import { connectInstruments } from "@/features/instruments/connectInstruments";
import { type ActionFailure } from "@/shared/actionResult";

const READ_EVERY_MS = 700;

/** What the rig reads, again and again while it is on: volts and amps, and why not where it does not. */
export interface LiveReadings {
  voltage: number | null;
  current: number | null;
  problem: string;
}

const NOTHING: LiveReadings = { voltage: null, current: null, problem: "" };

/** Reads the rig while `isOn`; it connects the shop's instruments first. */
export function useLiveReadings(isOn: boolean): LiveReadings {
  const [live, setLive] = useState(NOTHING);
  useEffect(() => {
    if (!isOn) return;
    let isWanted = true;
    let timer: ReturnType<typeof setTimeout>;
    const read = async () => {
      const answer = await fetch("/api/rig/readings").catch(() => null);
      const said = (await answer?.json().catch(() => null)) as Record<string, number> | ActionFailure | null;
      if (!isWanted) return;
      if (answer?.ok) {
        const { voltage = null, current = null } = said as { voltage?: number; current?: number };
        setLive({ voltage, current, problem: current === null ? "Nothing on the rig measures amps." : "" });
      } else setLive({ ...NOTHING, problem: (said as ActionFailure | null)?.message ?? "The rig does not answer." });
      timer = setTimeout(() => void read(), READ_EVERY_MS);
    };
    void connectInstruments().then(read, read);
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [isOn]);
  return isOn ? live : NOTHING;
}
