import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import { join } from "node:path";
import { root } from "./paths.mjs";

const NIGHTLY = /^shop-\d{4}-\d{2}-\d{2}\.backup$/;

/** The file of tonight's backup. */
export function nightlyFile(folder, now) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return join(folder, `shop-${now.toISOString().slice(0, 10)}.backup`);
}

/** Keeps the newest nightly backups of a folder and removes the others. @returns Names of those removed. */
export function rotate(folder, keep) {
  const old = readdirSync(folder)
    .filter((name) => NIGHTLY.test(name))
    .sort()
    .reverse()
    .slice(keep);
  for (const name of old) rmSync(join(folder, name));
  return old;
}

/**
 * Writes systemd units: the shop, and a nightly backup with its trial restore.
 *
 * @param options.state - State folder. @param options.port - First port. @param options.backups - Where backups go.
 * @returns Paths of the files, and the lines that switch them on.
 */
export function writeUnits({ state, port, backups }) {
  const isRoot = process.getuid?.() === 0;
  const folder = isRoot ? "/etc/systemd/system" : join(homedir(), ".config/systemd/user");
  const environment = [`PITSTOPA_STATE=${state}`, `PITSTOPA_PORT=${port}`]
    .map((line) => `Environment="${line}"`)
    .join("\n");
  const units = {
    "pitstopa.service": `[Unit]
Description=Pitstopa, the shop
After=network.target

[Service]
WorkingDirectory=${root}
${environment}
ExecStart=${process.execPath} ${join(root, "bin/start.mjs")}
Restart=always
RestartSec=5
KillMode=mixed
TimeoutStopSec=60

[Install]
WantedBy=${isRoot ? "multi-user.target" : "default.target"}
`,
    "pitstopa-backup.service": `[Unit]
Description=Pitstopa, nightly backup with a trial restore

[Service]
Type=oneshot
WorkingDirectory=${root}
${environment}
ExecStart=${process.execPath} ${join(root, "bin/pitstopa.mjs")} nightly ${backups}
`,
    "pitstopa-backup.timer": `[Unit]
Description=Pitstopa, every night

[Timer]
OnCalendar=*-*-* 03:10:00
Persistent=true

[Install]
WantedBy=timers.target
`,
  };
  mkdirSync(folder, { recursive: true });
  for (const [name, text] of Object.entries(units)) writeFileSync(join(folder, name), text);
  const systemctl = `systemctl${isRoot ? "" : " --user"}`;
  return {
    files: Object.keys(units).map((name) => join(folder, name)),
    lines: [
      `${systemctl} daemon-reload`,
      `${systemctl} enable --now pitstopa.service pitstopa-backup.timer`,
      ...(isRoot ? [] : ["loginctl enable-linger   # so that it runs while nobody is signed in"]),
    ],
  };
}
