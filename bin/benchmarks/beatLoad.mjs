// Puts a shop under load until it is told to stop: what a busy day does at its worst, all at once. A process of its own, so that
// it does not slow the beat that is timed beside it. Told by its parent: { url, cookie, databaseUrl, jobId, symptoms, signInId }.
import { createConnection } from "mysql2/promise";

process.once("message", async ({ url, cookie, databaseUrl, jobId, symptoms, signInId }) => {
  const database = await createConnection({ uri: databaseUrl, timezone: "Z" });
  const done = { diagnoses: 0, imports: 0, signIns: 0, pages: 0, failures: 0 };
  let isOver = false;
  const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
  const get = async (path) => {
    const response = await fetch(url + path, { headers: { cookie } });
    await response.text();
    if (!response.ok) done.failures++;
  };
  const forever = async (work) => {
    while (!isOver) await work().catch(() => done.failures++);
  };
  const shuffled = (list) =>
    list
      .map((value) => [Math.random(), value])
      .sort(([a], [b]) => a - b)
      .map(([, value]) => value);

  /** The worst complaint sets: another one each time, so that no answer is at hand. */
  const diagnose = async () => {
    const [[{ events }]] = await database.query("SELECT event_count AS events FROM job WHERE id = ?", [jobId]);
    await database.query("DELETE FROM job_event WHERE job_id = ? AND seq > 1", [jobId]);
    const chosen = shuffled(symptoms).slice(0, 14 + Math.floor(Math.random() * 8));
    for (const [place, symptomId] of chosen.entries())
      await database.execute(
        "INSERT INTO job_event (job_id, seq, at, person_id, job_version, kind, payload) VALUES (?, ?, UTC_TIMESTAMP(3), 1, 1, 'finding_added', ?)",
        [jobId, place + 2, JSON.stringify({ symptomId, value: true, note: "", doubtful: false })],
      );
    await database.query("UPDATE job SET event_count = ? WHERE id = ?", [Math.max(events, chosen.length + 1), jobId]);
    await get(`/jobs/${String(jobId).padStart(4, "0")}/isolate`);
    done.diagnoses++;
  };

  const table = ["time [s],throttle [%],voltage [V],current [A],speed [rpm]"];
  for (let row = 0; row < 100_000; row++) table.push(`${row / 100},50,14.8,${(12 + (row % 7) / 10).toFixed(1)},9000`);
  const importRun = async () => {
    const response = await fetch(`${url}/api/runs/import`, {
      method: "POST",
      headers: { cookie, "Content-Type": "application/json" },
      body: JSON.stringify({ jobId, kind: "power-draw", text: table.join("\n") }),
    });
    await response.text();
    if (response.ok) done.imports++;
    else done.failures++;
    await pause(3000);
  };

  /** A hundred at once, then a pause. */
  const signIn = async () => {
    await Promise.all(
      Array.from({ length: 100 }, async (_, place) => {
        const response = await fetch(`${url}/sign-in`, {
          method: "POST",
          headers: { "Next-Action": signInId, "Content-Type": "text/plain;charset=UTF-8", Accept: "text/x-component" },
          body: JSON.stringify([{ signInName: `nobody-${place}-${Date.now()}`, password: "guess" }]),
        });
        await response.text();
        if (response.ok) done.signIns++;
        else done.failures++;
      }),
    );
    await pause(6000);
  };

  const PAGES = ["/", "/craft", "/library", "/packs", "/?bay=isolate", "/?q=whin", "/calculators/endurance"];
  const browse = async () => {
    await pause(2000 + Math.random() * 4000);
    await get(PAGES[Math.floor(Math.random() * PAGES.length)]);
    done.pages++;
  };

  const workers = [diagnose, importRun, signIn, ...Array.from({ length: 50 }, () => browse)].map(forever);
  process.once("message", async () => {
    isOver = true;
    await Promise.race([Promise.all(workers), pause(8000)]);
    await database.end();
    process.send(done, () => process.exit(0));
  });
});
