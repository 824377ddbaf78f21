"use client";

import Link from "next/link";
import { usePathname } from "next/navigation";
import { useBayPath } from "./BayPath";
import styles from "./Bays.module.css";
import { NextBay } from "./NextBay";

interface Props {
  target: { jobId: number; version: number };
  number: string;
  /** Where the job is. */
  bay: string;
  /** Bay → why the job may not go there yet; absent where it may. */
  closed: Readonly<Record<string, string>>;
  mayEdit: boolean;
}

/** Says that the bay looked at is not the one the job is in, and offers both ways: there, or take the job here. */
export function BayNotice({ target, number, bay, closed, mayEdit }: Props) {
  const path = useBayPath();
  const end = usePathname().split("/").at(-1);
  const viewed = path.find(({ id }) => id === end);
  const own = path.find(({ id }) => id === bay);
  if (!viewed || !own || viewed.id === bay) return null;
  const isAhead = path.indexOf(viewed) > path.indexOf(own);
  return (
    <section className={styles.notice} aria-label="Where the job is">
      <p>
        You look at <strong>{viewed.name}</strong>; the job is in{" "}
        <Link href={`/jobs/${number}/${bay}`}>{own.name}</Link>.{" "}
        {closed[viewed.id] ??
          (isAhead ? "What is done here counts; the job stays where it is until it is taken on." : "")}
      </p>
      {mayEdit && isAhead && !closed[viewed.id] && <NextBay target={target} to={viewed.id} />}
    </section>
  );
}
