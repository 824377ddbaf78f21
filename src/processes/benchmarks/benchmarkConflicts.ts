import "../../features/bays";
import { receiveCraft } from "../../features/receive/receiveCraft";
import { addFinding } from "../../features/isolate/isolateVerbs";
import { listEvents } from "../../features/job/events/jobEventRepository";
import { getJob } from "../../features/job/jobRepository";
import { listPeople } from "../../features/people/personRepository";
import { openPool } from "../../server/db";
import { ConflictError } from "../../server/errors";
import { type VerbContext } from "../../server/verbs/verbContext";
import { randomUuid } from "../../shared/randomUuid";

// benchmarkConflicts ROUNDS URL URL…: in each round a person on each node of a cluster changes the same version of one job at the same moment. One of
// them must win, the others must be told who did. Prints a JSON object.

const [rounds, ...urls] = process.argv.slice(2);
const pools = urls.map((url) => openPool(url, 4));
const people = await listPeople(pools[0]!);
const contexts = pools.map((pool, at): VerbContext => {
  const person = people.filter(({ role }) => role !== "viewer")[at % 2]!;
  return { pool, person, now: new Date() };
});
const { jobId } = await receiveCraft(contexts[0]!, {
  requestKey: randomUuid(),
  batteryOut: true,
  propsOff: true,
  craftId: null,
  newCraft: {
    name: "Twice",
    tailNumber: `T-${randomUuid().slice(0, 6)}`,
    serial: "",
    kind: "quad",
    frameClass: "5 inch",
    massG: 600,
    motorCount: 4,
    cellCount: 4,
    owner: "Nobody",
    parts: [],
  },
  places: {},
  promisedOn: null,
  isUrgent: false,
  complaint: "Two people write at once",
  phase: "bench",
  history: "in-service",
  lastChange: "",
  seen: [],
  intermittent: null,
  technicianId: null,
});
const said = { right: 0, noneWon: 0, twoWon: 0, otherAnswers: [] as string[], lost: 0 };
for (let round = 0; round < Number(rounds); round += 1) {
  const { version } = await getJob(pools[round % pools.length]!, jobId);
  const before = (await listEvents(pools[0]!, jobId)).length;
  const done = await Promise.allSettled(
    contexts.map((context, at) =>
      addFinding(context, {
        jobId,
        version,
        symptomId: "picture-black",
        value: true,
        doubtful: false,
        place: "",
        note: `round ${round}, node ${at + 1}`,
      }),
    ),
  );
  const won = done.filter(({ status }) => status === "fulfilled").length;
  const told = done.filter((each) => each.status === "rejected" && each.reason instanceof ConflictError).length;
  const others = done.flatMap((each) =>
    each.status === "rejected" && !(each.reason instanceof ConflictError) ? [String(each.reason)] : [],
  );
  said.otherAnswers.push(...others);
  if (won === 0) said.noneWon += 1;
  if (won > 1) said.twoWon += 1;
  if (won === 1 && told === contexts.length - 1) said.right += 1;
  // Every node has what was acknowledged, and no more.
  for (const pool of pools) if ((await listEvents(pool, jobId)).length !== before + won) said.lost += 1;
}
process.stdout.write(`${JSON.stringify({ ...said, otherAnswers: said.otherAnswers.slice(0, 5) })}\n`);
await Promise.all(pools.map((pool) => pool.end()));
process.exit(0);
