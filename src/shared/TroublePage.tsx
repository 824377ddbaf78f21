"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { startTransition, useEffect, useState } from "react";

const ASK_EVERY_MS = 2000;

/** Says what is wrong when a page failed. While the database is away it asks again by itself and comes back on its own. */
export function TroublePage({ digest, onRetry }: { digest?: string; onRetry: () => void }) {
  const router = useRouter();
  const [state, setState] = useState<"asking" | "database down" | "server down" | "other">("asking");
  useEffect(() => {
    let wasDown = false;
    const ask = async () => {
      const answer = await fetch("/api/health", { cache: "no-store" })
        .then((response) => response.json() as Promise<{ database: "up" | "down" }>)
        .catch(() => null);
      if (answer?.database === "up") {
        if (!wasDown) return setState("other");
        startTransition(() => {
          router.refresh();
          onRetry();
        });
      } else {
        wasDown = true;
        setState(answer ? "database down" : "server down");
      }
    };
    void ask();
    const timer = setInterval(() => void ask(), ASK_EVERY_MS);
    return () => clearInterval(timer);
  }, [router, onRetry]);

  const [title, text] = TEXTS[state];
  return (
    <main style={{ maxWidth: 560, margin: "12vh auto", padding: 20 }} className="panel stack" role="alert">
      <h1>{title}</h1>
      <p>{text}</p>
      {state === "other" && (
        <div className="row">
          <button className="plain-button" onClick={onRetry}>
            Try again
          </button>
          <Link href="/">Back to the board</Link>
          {digest && <span className="soft">Log entry {digest}</span>}
        </div>
      )}
    </main>
  );
}

const TEXTS = {
  asking: ["One moment", "Looking what is wrong."],
  "database down": [
    "The database does not answer",
    "Nothing is lost. This page asks again every two seconds and comes back by itself.",
  ],
  "server down": [
    "The server does not answer",
    "A run on the rig has been cut. This page asks again every two seconds.",
  ],
  other: [
    "This page could not be shown",
    "The fault is in the program, not in what you did. It has been written to the log.",
  ],
} as const;
