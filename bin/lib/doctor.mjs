import { statfsSync } from "node:fs";
import { join } from "node:path";
import { root } from "./paths.mjs";
import { need } from "./run.mjs";
import { restartsOf } from "./supervise.mjs";

const LEAST_FREE_GB = 1;
const LEAST_FREE_SHARE = 0.1;
/** No request may hold the web process longer. */
const LONGEST_HOLD_MS = 50;

/**
 * Looks at a shop from outside and says what is well and what is not.
 *
 * @param options.databaseUrl - Of the shop's database.
 * @param options.webUrl - The shop's address.
 * @param options.folder - Its state folder; null where the database is kept elsewhere.
 * @returns Lines for a person, each with whether it is well.
 */
export async function examine({ databaseUrl, webUrl, folder = null }) {
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
  return [...lines, ...(await examineWeb(webUrl)), ...(folder ? examineFolder(folder) : [])];
}

/** What the machine says: room on the disk, and what had to be started again. */
function examineFolder(folder) {
  const { bavail, blocks, bsize } = statfsSync(folder);
  const [freeGb, share] = [(bavail * bsize) / 1e9, bavail / blocks];
  const day = new Date(Date.now() - 86_400_000).toISOString();
  const recent = restartsOf(folder).filter(({ at }) => at > day);
  return [
    {
      isWell: freeGb >= LEAST_FREE_GB && share >= LEAST_FREE_SHARE,
      text: `disk: ${freeGb.toFixed(1)} GB free, ${Math.round(share * 100)} % (asked: ${LEAST_FREE_GB} GB and ${LEAST_FREE_SHARE * 100} %)`,
    },
    {
      isWell: recent.length === 0,
      text: `started again within a day: ${recent.length === 0 ? "nothing" : recent.map(({ at, name, code }) => `${name} at ${at} (${code})`).join(", ")}`,
    },
  ];
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
