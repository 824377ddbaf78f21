"use client";

import { Button, Form, Input } from "antd";
import Link from "next/link";
import { type ReportSection } from "@/features/job/bays/bayManifest";
import { type ReportPicture } from "@/features/job/pictures/reportPictureRepository";
import { PlaceMap } from "@/features/craft/drawing/PlaceMap";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { ClosedCaseNote, type ClosedCaseProps } from "./ClosedCaseNote";
import { handBackAction } from "./handBack.action";
import styles from "./Handback.module.css";
import { type Report } from "./report";
import { ReportPictures } from "./ReportPictures";

/** What the Hand back page is given. */
export interface HandbackBayProps {
  target: { jobId: number; version: number };
  report: Report;
  /** Pictures that stand behind the report's page. */
  pictures: readonly ReportPicture[];
  owner: string;
  craftId: number;
  isClosed: boolean;
  isReleasable: boolean;
  /** Positions that stand empty, each with why. */
  lacks: readonly string[];
  proofCount: number;
  openProofs: number;
  mayEdit: boolean;
  /** May let it go back as it is, with nothing proven. */
  mayLetGo: boolean;
  /** Null while the job is open, or when it named no cause. */
  closedCase: ClosedCaseProps["closedCase"] | null;
  mayDecideCase: boolean;
}

/** The report beside the act: hand it back, and only when every proof is met or waived. */
export function HandbackBay(props: HandbackBayProps) {
  const { target, report, pictures, mayEdit, closedCase, mayDecideCase } = props;
  const { places } = report.drawing;
  return (
    <div className={styles.bay}>
      <section className="panel stack" aria-label="Report">
        <h2>The report</h2>
        <div className={styles.map}>
          <PlaceMap places={[]} marked={places} label={`Where it was: ${places.join("; ")}`} />
        </div>
        {report.sections.map((section) => (
          <Section key={section.title} section={section} />
        ))}
        <ReportPictures {...{ target, number: report.number, pictures, mayEdit }} />
      </section>
      <div className="stack">
        <HandOver {...props} />
        {closedCase && <ClosedCaseNote jobId={target.jobId} closedCase={closedCase} mayDecide={mayDecideCase} />}
        <p className="soft">
          The report says which proofs were met. It does not say that the craft may fly: local aviation rules, site
          rules and licensed practice come first.
        </p>
      </div>
    </div>
  );
}

/** The act itself: whether it may be, the report, and who takes the craft. */
function HandOver(props: HandbackBayProps) {
  const { report, pictures, isClosed, mayEdit } = props;
  return (
    <section className="panel stack">
      <h2>{isClosed ? "Handed back" : "Hand it back"}</h2>
      <Release {...props} />
      <Button
        href={`/api/jobs/${report.number}/report`}
        target="_blank"
        size="large"
        type={isClosed ? "primary" : "default"}
      >
        {pictures.length === 0 ? "Report as PDF, one page" : "Report as PDF"}
      </Button>
      {mayEdit && <HandOverForm {...props} />}
      {mayEdit && !props.isReleasable && <UnrepairedForm {...props} />}
    </section>
  );
}

/** Whether the craft may go, or what stands against it. */
function Release({ report, craftId, isClosed, isReleasable, lacks, proofCount, openProofs }: HandbackBayProps) {
  if (isClosed)
    return (
      <p>
        <strong>{report.handedBack}</strong>. <Link href={`/craft/${craftId}`}>The craft&rsquo;s file</Link> keeps it.
      </p>
    );
  if (isReleasable) return <p className="good">Every proof is met or waived.</p>;
  if (lacks.length > 0)
    return (
      <div>
        <p className="watch">
          The craft lacks a part. <Link href="refit">To Refit</Link>
        </p>
        <ul>
          {lacks.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      </div>
    );
  return (
    <p className="watch">
      {proofCount === 0
        ? "Nothing was asked to be proven. Record the repair in Refit first, or let it go back unrepaired."
        : `${openProofs === 1 ? "1 proof is" : `${openProofs} proofs are`} still open.`}{" "}
      <Link href="prove">To Prove</Link>
    </p>
  );
}

function HandOverForm({ target, report, owner, isReleasable }: HandbackBayProps) {
  const { run, isBusy, failure, reload } = useVerb(handBackAction);
  const help = (field: string) => failure?.fields?.[field];
  return (
    <Form
      layout="vertical"
      requiredMark={false}
      initialValues={{ to: owner, note: "" }}
      onFinish={(values: object) => void run({ ...target, ...values })}
    >
      <Form.Item label="Who takes it?" name="to" help={help("to")} validateStatus={help("to") && "error"}>
        <Input maxLength={80} />
      </Form.Item>
      <Form.Item label="Note to the owner" name="note">
        <Input.TextArea rows={2} maxLength={500} placeholder="what to watch on the next flights" />
      </Form.Item>
      <div className="stack">
        <FailureNotice failure={failure?.fields ? null : failure} onReload={reload} />
        <Button type="primary" htmlType="submit" size="large" block loading={isBusy} disabled={!isReleasable}>
          Hand back and close job {report.number}
        </Button>
      </div>
    </Form>
  );
}

/** The way out where nothing will be mended: the owner declines, it is beyond its worth. */
function UnrepairedForm({ target, owner, mayLetGo, proofCount }: HandbackBayProps) {
  const { run, isBusy, failure, reload } = useVerb(handBackAction);
  if (!mayLetGo)
    return (
      <p className="soft">{proofCount > 0 && "Work on it stands unproven: only a lead lets it go back as it is."}</p>
    );
  return (
    <details>
      <summary>It goes back unrepaired</summary>
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={{ to: owner, unrepaired: "" }}
        onFinish={(values: object) => void run({ ...target, note: "", ...values })}
      >
        <Form.Item label="Who takes it back?" name="to">
          <Input maxLength={80} />
        </Form.Item>
        <Form.Item label="Why?" name="unrepaired" rules={[{ required: true, min: 3, message: "Say why." }]}>
          <Input maxLength={200} placeholder="the owner declines the price, beyond its worth …" />
        </Form.Item>
        <div className="stack">
          <p className="watch">
            The report will say that nothing was proven, and that it is not to be powered or flown.
          </p>
          <FailureNotice failure={failure} onReload={reload} />
          <Button htmlType="submit" danger loading={isBusy}>
            Give it back unrepaired and close
          </Button>
        </div>
      </Form>
    </details>
  );
}

function Section({ section: { title, lines, none = "none", isList = false, table } }: { section: ReportSection }) {
  return (
    <div className={styles.part}>
      <h3 className="label">{title}</h3>
      <div>
        {lines.length === 0 && !table && <span className="soft">{none}</span>}
        {lines.length > 0 &&
          (lines.length > 1 || isList ? (
            <ul className={styles.lines}>
              {lines.map((line, index) => (
                <li key={index}>{line}</li>
              ))}
            </ul>
          ) : (
            lines[0]
          ))}
        {table && <SectionTable table={table} />}
      </div>
    </div>
  );
}

function SectionTable({ table: { head, rows } }: { table: NonNullable<ReportSection["table"]> }) {
  return (
    <table className={styles.table}>
      {head.some((cell) => cell !== "") && (
        <thead>
          <tr>{head.map((cell, column) => (cell === "" ? <td key={column} /> : <th key={column}>{cell}</th>))}</tr>
        </thead>
      )}
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row}>
            {cells.map((cell, column) => (
              <td key={column}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
