import "server-only";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type RigStatus } from "@/rigs/runProtocol";
import { formatDay } from "@/shared/format";
import { isOverdue } from "./instrument";
import { listInstruments } from "./instrumentRepository";
import { type InstrumentsPageProps } from "./instrument";
import { rig } from "./rig";

/** The shop's instruments, with what the rig knows of each: looking at them connects nothing. @throws {AppError} `forbidden` */
export async function getInstrumentsPage(context: VerbContext): Promise<InstrumentsPageProps> {
  requireRole(context, "viewer");
  const mayEdit = hasRole(context.person, "technician");
  // A rig that is away must not take the list with it.
  const known: RigStatus | null = mayEdit
    ? await rig()
        .status()
        .catch(() => null)
    : null;
  const today = formatDay(context.now);
  return {
    instruments: (await listInstruments(context.pool)).map((one) => {
      const said = known?.instruments.find(({ id }) => id === one.id);
      return {
        ...one,
        isOverdue: isOverdue(one, today),
        identity: said?.identity ?? null,
        problem:
          !mayEdit || !one.isUsed ? null : known === null ? "The rig agent does not answer." : (said?.problem ?? null),
      };
    }),
    mayEdit,
    isLead: hasRole(context.person, "lead"),
  };
}
