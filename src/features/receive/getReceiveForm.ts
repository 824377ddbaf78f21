import "server-only";
import { DANGERS } from "@/core/diagnosis/findings/dangersInWords";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { complaintsOf } from "@/features/faultLibrary/complaintsOf";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { listPlacesOfAll } from "@/features/craft/fittedPartRepository";
import { listCraft } from "@/features/craft/craftRepository";
import { jobNumber } from "@/features/job/job";
import { listOpenJobsOfCraft } from "@/features/job/jobRepository";
import { hasRole } from "@/server/person";
import { listPeople } from "@/features/people/personRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type ReceiveFormProps } from "./ReceiveForm";

/** What the intake offers: known craft, people who can take a job, what can be seen. @throws {AppError} `forbidden` */
export async function getReceiveForm(context: VerbContext): Promise<ReceiveFormProps> {
  requireRole(context, "viewer");
  const [craft, parts, open, people, { library }] = await Promise.all([
    listCraft(context.pool),
    listPlacesOfAll(context.pool),
    listOpenJobsOfCraft(context.pool),
    listPeople(context.pool),
    getCurrentLibrary(context.pool),
  ]);
  return {
    craft: craft.map(({ id, name, kind, tailNumber, serial, motorCount, cellCount }) => ({
      id,
      kind,
      motorCount,
      cellCount,
      openJob: open.has(id) ? jobNumber(open.get(id)!) : null,
      parts: parts.get(id) ?? [],
      label: `${name} · ${tailNumber} · ${CRAFT_KINDS[kind].name}${serial ? ` · ${serial}` : ""}`,
    })),
    people: people.filter((person) => hasRole(person, "technician")),
    personId: context.person.id,
    complaints: complaintsOf(library),
    dangers: DANGERS.flatMap((id) => {
      const symptom = library.symptoms.find((each) => each.id === id);
      return symptom ? [{ id, whenTrue: symptom.whenTrue }] : [];
    }),
  };
}
