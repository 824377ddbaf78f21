import { createHash, randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { root } from "./paths.mjs";
import { need, run } from "./run.mjs";
import { say, SetupError } from "./say.mjs";

/** Debian packages by the program that shows they are there. */
const DATABASE = { program: "/usr/sbin/mariadbd", package: "mariadb-server" };
/** What several database servers need to hold the same data, and what hands it to one that joins. */
const GALERA = { package: "galera-4", program: "/usr/lib/galera/libgalera_smm.so" };
const TRANSFER = { package: "rsync", program: "/usr/bin/rsync" };
const BROWSER = { program: "/usr/bin/chromium", package: "chromium" };

/** Installs the Debian packages that are missing, or prints the exact line when it may not. */
export async function ensureDebianPackages({ browser, cluster = false }) {
  const missing = [DATABASE, ...(browser ? [BROWSER] : []), ...(cluster ? [GALERA, TRANSFER] : [])].filter(
    ({ program }) => !existsSync(program),
  );
  if (missing.length === 0) return;
  const names = missing.map((item) => item.package);
  const isRoot = process.getuid?.() === 0;
  const sudo = !isRoot && (await run("sudo", ["-n", "true"]).catch(() => ({ code: 1 }))).code === 0;
  if (!isRoot && !sudo) {
    throw new SetupError(
      `Missing Debian packages. Run this line, then start again:\n\n  sudo apt-get install -y ${names.join(" ")}\n`,
    );
  }
  say(`Installing from Debian: ${names.join(", ")}`);
  const apt = (...args) => (isRoot ? ["apt-get", args] : ["sudo", ["-n", "apt-get", ...args]]);
  const env = { DEBIAN_FRONTEND: "noninteractive" };
  await run(...apt("update"), { env });
  await need("Installing Debian packages", ...apt("install", "-y", "--no-install-recommends", ...names), { env });
}

/** Runs npm ci when the installed packages are not those of the lock file. */
export async function ensureNodeModules() {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < 20) throw new SetupError(`Node 20 or newer is needed, found ${process.versions.node}.`);
  const marker = join(root, "node_modules", ".pitstopa-lock");
  const wanted = fileHash([join(root, "package-lock.json")]);
  if (existsSync(marker) && readFileSync(marker, "utf8") === wanted) return;
  say("Installing packages (npm ci)");
  await need("npm ci", "npm", ["ci", "--no-audit", "--no-fund"]);
  writeFileSync(marker, wanted);
}

/** Builds the web app and the processes when their sources changed since the last build. */
export async function ensureBuild(distDir = ".next") {
  const marker = join(root, distDir, "pitstopa-source");
  const wanted = fileHash([
    ...filesBelow(join(root, "src")),
    ...["package-lock.json", "next.config.ts", "tsconfig.json"].map((name) => join(root, name)),
  ]);
  if (existsSync(marker) && existsSync(join(root, "dist", "rigAgent.mjs")) && readFileSync(marker, "utf8") === wanted)
    return;
  say("Building (about a minute)");
  await buildProcesses();
  await writeControlStyles();
  await need("The build", process.execPath, [join(root, "node_modules/next/dist/bin/next"), "build"], {
    env: {
      NEXT_TELEMETRY_DISABLED: "1",
      PITSTOPA_DIST_DIR: distDir,
      NEXT_SERVER_ACTIONS_ENCRYPTION_KEY: verbKey(join(root, distDir, "cache")),
    },
  });
  writeFileSync(marker, wanted);
}

/**
 * What the names of the server's verbs are made with. It is kept from build to build, so that a page which was open while
 * Pitstopa was renewed can still send what was typed into it.
 */
function verbKey(folder) {
  const file = join(folder, "verb-key");
  if (!existsSync(file)) {
    mkdirSync(folder, { recursive: true });
    writeFileSync(file, randomBytes(32).toString("base64"), { mode: 0o600 });
  }
  return readFileSync(file, "utf8");
}

/** Writes the styles of the controls, which the pages import as one file. */
export async function writeControlStyles() {
  const file = join(root, "src/shared/theme/controls.css");
  await need("The styles of the controls", process.execPath, [join(root, "dist/controlStyles.mjs"), file]);
}

/** Bundles the processes beside the web app into dist/. */
export async function buildProcesses() {
  const { build } = await import("esbuild");
  const folders = ["", "commands", "benchmarks", "schemas"].map((name) => join(root, "src/processes", name));
  await build({
    entryPoints: [
      ...folders.flatMap((folder) =>
        readdirSync(folder)
          .filter((name) => /^[^.]+\.ts$/.test(name))
          .map((name) => join(folder, name)),
      ),
      join(root, "src/workers/server/server.worker.ts"),
    ].map((file) => ({ in: file, out: basename(file, ".ts") })),
    outdir: join(root, "dist"),
    outExtension: { ".js": ".mjs" },
    bundle: true,
    platform: "node",
    target: "node20",
    format: "esm",
    packages: "external",
    alias: { "server-only": join(root, "bin/lib/empty.mjs"), "@": join(root, "src") },
    logLevel: "error",
  });
}

/**
 * A built process, built anew when it is not there or older than the source: no command answers from what the program was.
 *
 * @returns Its file.
 */
export async function processFile(name) {
  const file = join(root, `dist/${name}.mjs`);
  const builtMs = existsSync(file) ? statSync(file).mtimeMs : 0;
  if (filesBelow(join(root, "src")).some((source) => statSync(source).mtimeMs > builtMs)) await buildProcesses();
  return file;
}

function filesBelow(folder) {
  return readdirSync(folder, { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((path) => statSync(path).isFile() && !/\.test\.tsx?$|controls\.css$/.test(path))
    .sort();
}

function fileHash(paths) {
  const hash = createHash("sha256");
  for (const path of paths) hash.update(path.slice(root.length)).update(readFileSync(path));
  return hash.digest("hex");
}
