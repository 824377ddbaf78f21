"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type CommandMap } from "@/rigs/commandMap";
import { readLine } from "@/rigs/line/readLine";
import { type PushedReadings } from "@/rigs/runProtocol";

const BAUD_RATE = 115_200;
/** What came longer ago is not handed on: the agent must see that the stand is silent. */
const FRESH_MS = 500;
const LONGEST_LINE = 4096;
const NO_IDENTITY = { maker: "Home-made", model: "Serial stand", serial: "unknown", firmware: "unknown" };

interface Stand {
  latest: PushedReadings;
  heardMs: number;
  close: () => void;
}

/** Home-made stands on this computer's serial ports. */
export interface SerialStands {
  isPossible: boolean;
  /** True once a port is open: from then on the page must be heard from often, or the stand counts as lost. */
  isOpen: boolean;
  problem: string | null;
  open(instrumentId: number, channels: CommandMap["channels"]): Promise<void>;
  /** The newest readings of each stand that still speaks. */
  pushed(): PushedReadings[];
}

/**
 * Reads stands over Web Serial, in the newline protocol, and keeps their newest readings for the page's next beat, so that they
 * feed the same run as the instruments of the rig agent.
 */
export function useSerialStands(): SerialStands {
  const stands = useRef(new Map<number, Stand>());
  const [problem, setProblem] = useState<string | null>(null);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const open = stands.current;
    return () => open.forEach(({ close }) => close());
  }, []);

  const open = useCallback(async (instrumentId: number, channels: CommandMap["channels"]) => {
    setProblem(null);
    try {
      const port = await navigator.serial!.requestPort();
      await port.open({ baudRate: BAUD_RATE });
      const reader = port.readable!.getReader();
      const stand: Stand = {
        latest: { instrumentId, identity: NO_IDENTITY, readings: {} },
        heardMs: -Infinity,
        close: () => void reader.cancel().then(() => port.close()),
      };
      stands.current.get(instrumentId)?.close();
      stands.current.set(instrumentId, stand);
      setOpen(true);
      void readAll(reader, (line) => {
        const said = readLine(line, channels);
        if (said?.kind === "identity") stand.latest = { ...stand.latest, identity: said.identity };
        if (said?.kind === "readings") {
          stand.latest = { ...stand.latest, readings: { ...stand.latest.readings, ...said.readings } };
          stand.heardMs = performance.now();
        }
      }).catch((error: Error) => setProblem(`The serial port was lost: ${error.message}`));
    } catch (error) {
      setProblem(`The serial port did not open: ${error instanceof Error ? error.message : String(error)}`);
    }
  }, []);
  const pushed = useCallback(
    () =>
      [...stands.current.values()]
        .filter(({ heardMs }) => performance.now() - heardMs < FRESH_MS)
        .map(({ latest }) => latest),
    [],
  );
  // Nothing that depends on it is drawn before the rig has answered, so server and page draw alike.
  const isPossible = typeof navigator !== "undefined" && navigator.serial !== undefined;
  return { isPossible, isOpen, problem, open, pushed };
}

async function readAll(reader: ReadableStreamDefaultReader<Uint8Array>, take: (line: string) => void): Promise<void> {
  const decoder = new TextDecoder();
  let received = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const lines = (received + decoder.decode(value, { stream: true })).split("\n");
    received = lines.pop()!.slice(-LONGEST_LINE);
    lines.forEach(take);
  }
}
