"use client";

import { Select } from "antd";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { formatDateTime } from "@/shared/format";
import { type BoardVersion } from "./boardRepository";
import styles from "./Boards.module.css";
import { type BoardHistoryData } from "./boardVerbs";

/** A board's versions, two of them side by side in what they say differently. */
export function BoardHistory({ name, versions, compared }: BoardHistoryData) {
  const router = useRouter();
  const show = (earlier: number, later: number) =>
    router.push(`/boards/${encodeURIComponent(name)}?earlier=${earlier}&later=${later}`);
  const options = versions.map((each) => ({ value: each.version, label: labelOf(each) }));
  return (
    <div className="stack">
      <p>
        <Link href="/boards">Board files</Link>
      </p>
      <h1>{name}</h1>
      {compared === null ? (
        <section className="panel">
          <p>
            There is one version. {labelOf(versions[0]!)}. A file of this name that is taken in becomes the next, and
            stands here beside it.
          </p>
        </section>
      ) : (
        <section className="panel stack" aria-label="Versions side by side">
          <div className={styles.choice}>
            <label>
              <span className="label">Earlier</span>
              <Select
                aria-label="Earlier version"
                value={compared.earlier}
                options={options}
                onChange={(earlier: number) => show(earlier, compared.later)}
              />
            </label>
            <label>
              <span className="label">Later</span>
              <Select
                aria-label="Later version"
                value={compared.later}
                options={options}
                onChange={(later: number) => show(compared.earlier, later)}
              />
            </label>
          </div>
          {compared.differences.length === 0 ? (
            <p className="good">The two say the same.</p>
          ) : (
            <div className={styles.scroll}>
              <table className={styles.boards}>
                <thead>
                  <tr>
                    <th>What</th>
                    <th>{versionName(compared.earlier)}</th>
                    <th>{versionName(compared.later)}</th>
                  </tr>
                </thead>
                <tbody>
                  {compared.differences.map(({ key, what, first, second }) => (
                    <tr key={key}>
                      <td>
                        <strong>{what}</strong>
                      </td>
                      <td>{first}</td>
                      <td>{second}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          )}
          <p className="soft">What was planned with an earlier version keeps its own copy of it.</p>
        </section>
      )}
    </div>
  );
}

function versionName(version: number): string {
  return version === 0 ? "As it came with the shop" : `Version ${version}`;
}

function labelOf({ version, source, savedAt, savedBy }: BoardVersion): string {
  return savedAt === null
    ? versionName(version)
    : `${versionName(version)}, ${formatDateTime(savedAt)}, ${savedBy}: ${source}`;
}
