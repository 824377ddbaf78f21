import { existsSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import { need } from "./run.mjs";
import { say, SetupError } from "./say.mjs";

/** Options of a start that browsers on other machines may reach. */
export const LISTEN_OPTIONS = {
  listen: { type: "string" },
  cert: { type: "string" },
  key: { type: "string" },
  "self-signed": { type: "boolean", default: false },
  plain: { type: "boolean", default: false },
  "plain-really": { type: "boolean", default: false },
};

export const LISTEN_HELP = `  --listen ADDRESS     at this machine's address on the shop's own network, for phones and tablets as well. With it one of
    --cert FILE --key FILE        a certificate and its key
    --self-signed                 one made here, kept with the shop; each device is asked once whether to trust it
    --plain --plain-really        without encryption: whoever is on the network reads passwords along`;

/**
 * Where a shop listens beside this machine, from its options.
 *
 * @param folder - State folder, for a certificate of our own.
 * @returns As `startStack` takes it; null for this machine alone.
 * @throws {SetupError} for an address without encryption that was not said twice.
 */
export async function listenFrom(values, folder) {
  const { listen: host, cert, key } = values;
  if (!host) return null;
  if (isIP(host) === 0)
    throw new SetupError(`--listen wants this machine's address on the network, as in 192.168.4.20, found "${host}".`);
  if (cert || key) {
    for (const file of [cert, key])
      if (!file || !existsSync(file)) throw new SetupError("--cert and --key name two files that are there.");
    return { host, cert, key };
  }
  if (values["self-signed"]) return { host, ...(await ownCertificate(folder, host)) };
  if (values.plain && values["plain-really"]) return { host };
  throw new SetupError(
    values.plain
      ? "Without encryption whoever is on the network reads passwords along. Say --plain-really as well, or use --self-signed."
      : `--listen needs a certificate.\n\n${LISTEN_HELP}`,
  );
}

/** A certificate for an address, made once and kept with the shop. */
async function ownCertificate(folder, host) {
  const name = host.replaceAll(":", "-");
  const [cert, key] = ["cert", "key"].map((what) => join(folder, `${name}.${what}.pem`));
  if (existsSync(cert) && existsSync(key)) return { cert, key };
  say(`Making a certificate for ${host}`);
  await need("Making the certificate (openssl, Debian's package of that name)", "openssl", [
    "req",
    "-x509",
    "-newkey",
    "ec",
    "-pkeyopt",
    "ec_paramgen_curve:prime256v1",
    "-nodes",
    "-days",
    "825",
    "-subj",
    "/CN=Pitstopa",
    "-addext",
    `subjectAltName=IP:${host}`,
    "-keyout",
    key,
    "-out",
    cert,
  ]);
  return { cert, key };
}
