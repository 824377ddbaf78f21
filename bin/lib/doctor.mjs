import { join } from "node:path";
import { root } from "./paths.mjs";
import { need } from "./run.mjs";

/** No request may hold the web process longer. */
const LONGEST_HOLD_MS = 50;

/**
 * Looks at a shop from outside and says what is well and what is not.
 *
 * @param options.databaseUrl - Of the shop's database.
 * @param options.webUrl - The shop's address.
 * @returns Lines for a person, each with whether it is well.
 */
export async function examine({ databaseUrl, webUrl }) {
  const said = await need("The examination", process.execPath, [join(root, "dist/doctor.mjs")], {
    env: { DATABASE_URL: databaseUrl },
  });
  const { database, migrationsMissing, openJobs, staleHeadlines, runsLeftOpen } = JSON.parse(
    said.trim().split("\n").at(-1),
  );
  const lines = [{ isWell: database === "answers", text: `database: ${database}` }];
  if (migrationsMissing !== undefined)
    lines.push({ isWell: migrationsMissing === 0, text: `migrations not applied: ${migrationsMissing}` });
  if (openJobs !== undefined)
    lines.push(
      { isWell: true, text: `open jobs: ${openJobs}` },
      {
        isWell: staleHeadlines === 0,
        text: `headlines older than their events: ${staleHeadlines}${staleHeadlines > 0 ? " (pitstopa rebuild-headlines)" : ""}`,
      },
      { isWell: true, text: `runs not ended: ${runsLeftOpen}` },
    );
  return [...lines, ...(await examineWeb(webUrl))];
}

async function examineWeb(webUrl) {
  const answer = await fetch(`${webUrl}/api/health`)
    .then((response) => response.json())
    .catch(() => null);
  if (!answer) return [{ isWell: false, text: `web: nothing answers at ${webUrl}` }];
  if (answer.code) return [{ isWell: false, text: `web: ${answer.message}` }];
  const { held } = answer;
  if (!held) return [{ isWell: true, text: "web: answers" }];
  const ms = (value) => `${value.toFixed(0)} ms`;
  return [
    { isWell: true, text: "web: answers" },
    {
      isWell: held.maxMs <= LONGEST_HOLD_MS,
      text: `web process held, last 10 s: ${ms(held.p99Ms)} in 99 of 100, ${ms(held.maxMs)} at most; ${ms(held.longestMs)} since it began (asked: under ${LONGEST_HOLD_MS} ms)`,
    },
  ];
}
