"use client";

import { Button } from "antd";
import { useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type ShownLog } from "./getLogLab";

/** Writes the log into a CSV file, with units in its headings: any program reads it, and so does the log lab. */
export function SaveLog({ client, log }: { client: () => FlightlogClient; log: ShownLog }) {
  const [isBusy, setBusy] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const save = async () => {
    setBusy(true);
    const answer = await client().csv(log.columns.map(({ role }) => role));
    setBusy(false);
    setMessage(answer.ok ? null : answer.message);
    if (answer.ok) download(answer.value, `${log.fileName.replace(/\.\w+$/, "")}.csv`);
  };
  return (
    <>
      <Button loading={isBusy} onClick={() => void save()}>
        Save as CSV
      </Button>
      {message && <p className="bad">{message}</p>}
    </>
  );
}

function download(blob: Blob, fileName: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = fileName;
  link.click();
  URL.revokeObjectURL(link.href);
}
