"use client";

import { Button, Popconfirm } from "antd";
import { useState } from "react";
import { channelOf, shownAs } from "@/core/series/channels";
import { type TriedInstrument } from "@/rigs/tryInstrument";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type ShopInstrument } from "./instrument";
import { deleteInstrumentAction, tryInstrumentAction } from "./instruments.action";

/** Asks the instrument who it is and for one reading, as it is typed in and before it is saved. */
export function TryIt({ input, isSerial }: { input: () => object; isSerial: boolean }) {
  const { run, isBusy, failure, reload } = useVerb(tryInstrumentAction);
  const [tried, setTried] = useState<TriedInstrument | null>(null);
  if (isSerial) return <p className="soft">One on a serial port is tried from the bench page, which opens the port.</p>;
  return (
    <div className="stack">
      <div className="row">
        <Button loading={isBusy} onClick={() => void run(input(), setTried)}>
          Try it
        </Button>
        {tried && !isBusy && (
          <span role="status" className={tried.ok ? "good" : "bad"}>
            {tried.ok
              ? `● Answers as ${tried.identity.maker} ${tried.identity.model}, ${tried.identity.serial}${readingsText(tried.readings)}`
              : `■ ${tried.problem}`}
          </span>
        )}
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}

function readingsText(readings: Readonly<Record<string, number>>): string {
  const all = Object.entries(readings).map(([channel, value]) => {
    const { unit, factor, decimals } = shownAs(channel);
    return `${channelOf(channel).label} ${(value * factor).toFixed(decimals)} ${unit}`;
  });
  return all.length > 0 ? `: ${all.join(", ")}` : "";
}

/** Takes it off the list, after asking once. */
export function TakeOff({ instrument, onGone }: { instrument: ShopInstrument; onGone: () => void }) {
  const { run, isBusy, failure, reload } = useVerb(deleteInstrumentAction);
  return (
    <div>
      <Popconfirm
        title={`Take “${instrument.name}” off the list?`}
        description="Runs that were made with it keep what they noted of it."
        okText="Take it off"
        cancelText="Keep it"
        onConfirm={() => void run({ id: instrument.id, version: instrument.version }, onGone)}
      >
        <Button danger loading={isBusy}>
          Take it off the list
        </Button>
      </Popconfirm>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
