import "server-only";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type RigStatus } from "@/rigs/runProtocol";
import { connectRig } from "./connectRig";
import { isOverdue } from "./instrument";
import { listInstruments } from "./instrumentRepository";
import { type InstrumentsPageProps } from "./instrument";

/** The shop's instruments, with what the rig says of each. @throws {AppError} `forbidden` */
export async function getInstrumentsPage(context: VerbContext): Promise<InstrumentsPageProps> {
  requireRole(context, "viewer");
  const mayEdit = hasRole(context.person, "technician");
  // A rig that is away must not take the list with it.
  const rig: RigStatus | null = mayEdit ? await connectRig(context).catch(() => null) : null;
  const today = context.now.toISOString().slice(0, 10);
  return {
    instruments: (await listInstruments(context.pool)).map((one) => {
      const said = rig?.instruments.find(({ id }) => id === one.id);
      return {
        ...one,
        isOverdue: isOverdue(one, today),
        identity: said?.identity ?? null,
        problem:
          !mayEdit || !one.isUsed ? null : rig === null ? "The rig agent does not answer." : (said?.problem ?? null),
      };
    }),
    mayEdit,
    mayDelete: hasRole(context.person, "lead"),
  };
}
