"use client";

import Link from "next/link";
import { jobNumber } from "@/features/job/job";
import { formatPercent } from "@/shared/format";
import { type LinkLine, type RateLine } from "./learnedViews";
import styles from "./Learned.module.css";
import { LinkDecision } from "./LinkDecision";

/** What the page of what was learned is given. */
export interface LearnedPageProps {
  isLearning: boolean;
  /** Kinds of craft with closed jobs. */
  rates: readonly { kind: string; jobs: number; lines: readonly RateLine[] }[];
  linked: readonly LinkLine[];
  unlinked: readonly LinkLine[];
  mayDecide: boolean;
}

const LINES_SHOWN = 100;
const JOBS_SHOWN = 8;

/** What the shop's closed jobs made of the library: rates and links, before and after, with the jobs behind each. */
export function LearnedPage({ isLearning, rates, linked, unlinked, mayDecide }: LearnedPageProps) {
  const isEmpty = rates.length === 0;
  return (
    <div className="stack">
      <p>
        <Link href="/library">Library</Link>
      </p>
      <h1>What the shop learned</h1>
      {!isLearning && (
        <p className="caution">Learning is switched off in Workshop: the library’s own figures count, not these.</p>
      )}
      {isEmpty && (
        <section className="panel">
          <p>No job with a named cause was handed back yet. The first that is stands here, with what it changed.</p>
        </section>
      )}
      {linked.length > 0 && <LinkTable linked={linked} mayDecide={mayDecide} />}
      {unlinked.length > 0 && <UnlinkedPairs unlinked={unlinked} />}
      {rates.map((rate) => (
        <RateTable key={rate.kind} {...rate} />
      ))}
      {!isEmpty && (
        <p className="soft">A wrongly closed job is taken out, with all it taught, on its Hand back page.</p>
      )}
    </div>
  );
}

function LinkTable({ linked, mayDecide }: Pick<LearnedPageProps, "linked" | "mayDecide">) {
  return (
    <section className="panel stack" aria-label="What faults show">
      <h2>What faults show</h2>
      <p className="soft">
        By the answers to checks on jobs with one cause; complaints are left out, since nobody names what is not so. The
        better the library knows a figure, the more looks it takes to move it.
      </p>
      <div className={styles.scroll}>
        <table className={styles.table}>
          <thead>
            <tr>
              <th>Fault, and what it shows</th>
              <th className="number">Library</th>
              <th className="number">Now</th>
              <th className="number">Seen</th>
              <th>Jobs</th>
              <th>Learning</th>
            </tr>
          </thead>
          <tbody>
            {linked.slice(0, LINES_SHOWN).map((line) => (
              <LinkRow key={`${line.faultId} ${line.symptomId}`} line={line} mayDecide={mayDecide} />
            ))}
          </tbody>
        </table>
      </div>
      {linked.length > LINES_SHOWN && (
        <p className="soft">The {linked.length - LINES_SHOWN} that moved least are not shown.</p>
      )}
    </section>
  );
}

function UnlinkedPairs({ unlinked }: Pick<LearnedPageProps, "unlinked">) {
  return (
    <section className="panel stack" aria-label="Seen together without a link">
      <h2>Seen together, and not in the library</h2>
      <p className="soft">Nothing is learned of these. A lead who finds one right adds the link to its symptom.</p>
      <ul className={styles.pairs}>
        {unlinked.slice(0, LINES_SHOWN).map((line) => (
          <li key={`${line.faultId} ${line.symptomId}`}>
            <strong>{line.symptom}</strong> with {line.fault}: <span className="number">{seenText(line)}</span>{" "}
            <Jobs jobs={line.jobs} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function RateTable({ kind, jobs, lines }: LearnedPageProps["rates"][number]) {
  return (
    <section className="panel stack" aria-label={`How often, ${kind}`}>
      <h2>
        How often: {kind}, {jobs} {jobs === 1 ? "job" : "jobs"}
      </h2>
      {lines.length === 0 ? (
        <p className="soft">None of them had a cause that is in the library.</p>
      ) : (
        <div className={styles.scroll}>
          <table className={styles.table}>
            <thead>
              <tr>
                <th>Fault</th>
                <th className="number">Expected</th>
                <th className="number">Met</th>
                <th className="number">Rate</th>
                <th>Jobs</th>
              </tr>
            </thead>
            <tbody>
              {lines.map(({ faultId, fault, expected, seen, times, jobs: own }) => (
                <tr key={faultId}>
                  <td>{fault}</td>
                  <td className="number" data-name="expected">
                    {expected.toFixed(2)}
                  </td>
                  <td className="number" data-name="met">
                    {seen}
                  </td>
                  <td className="number" data-name="rate">
                    <b>× {times.toFixed(2)}</b>
                  </td>
                  <td data-name="jobs">
                    <Jobs jobs={own.map((id) => ({ id, isSo: true }))} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

function LinkRow({ line, mayDecide }: { line: LinkLine; mayDecide: boolean }) {
  const { fault, symptom, before, counts, jobs } = line;
  return (
    <tr>
      <td>
        {fault}
        <div className="soft">{symptom}</div>
      </td>
      <td className="number" data-name="library">
        {formatPercent(before ?? 0)}
      </td>
      <td className="number" data-name="now">
        <b>{formatPercent(counts ?? 0)}</b>
      </td>
      <td className="number" data-name="seen">
        {seenText(line)}
      </td>
      <td data-name="jobs">
        <Jobs jobs={jobs} />
      </td>
      <td>
        <LinkDecision line={line} mayDecide={mayDecide} />
      </td>
    </tr>
  );
}

function seenText({ looked, shown }: Pick<LinkLine, "looked" | "shown">): string {
  return `${shown} of ${looked}`;
}

/** Ways to the jobs; one that did not show it is struck through. */
function Jobs({ jobs }: { jobs: LinkLine["jobs"] }) {
  return (
    <span className={styles.jobs}>
      {jobs.slice(0, JOBS_SHOWN).map(({ id, isSo }) => (
        <Link
          key={id}
          href={`/jobs/${jobNumber(id)}`}
          className={isSo ? undefined : styles.not}
          aria-label={`Job ${jobNumber(id)}${isSo ? "" : ", was not so"}`}
        >
          {jobNumber(id)}
        </Link>
      ))}
      {jobs.length > JOBS_SHOWN && <span className="soft">and {jobs.length - JOBS_SHOWN} more</span>}
    </span>
  );
}
