import { type PartKind } from "@/core/craft/partKinds";
import { type WorkshopContent } from "@/features/faultLibrary/workshop.schema";

/** What the workshop page is given. */
export interface WorkshopPageProps {
  content: WorkshopContent;
  version: number;
  /** How many checks of the library need it. */
  checksByTool: Readonly<Record<string, number>>;
  checksBySpare: Readonly<Record<string, number>>;
  /** Kinds of parts of which one lies on a shelf: a spare, whether it is ticked or not. */
  onShelves: readonly PartKind[];
  /** Handed-back jobs that count, by kind of craft. */
  learned: readonly { kind: string; jobs: number }[];
  mayEdit: boolean;
}

/** The workshop as its form holds it: amounts in whole currency, a field emptied by hand is null. */
export interface WorkshopValues {
  tools: WorkshopContent["tools"];
  spares: WorkshopContent["spares"];
  labour: number | null;
  givenUp: number | null;
  retestMinutes: number | null;
  proofMinutes: number | null;
  parts: Partial<Record<PartKind, number | null>>;
  isLearning: boolean;
  currency: string;
  shopName: string;
  timeZone: string;
  paper: WorkshopContent["paper"];
}

/** What is stored, as the form shows it. */
export function toWorkshopValues(content: WorkshopContent): WorkshopValues {
  const { labourCentsPerHour, givenUpCents, partCents, ...rest } = content;
  const parts = Object.entries(partCents).map(([kind, cents]) => [kind, cents / 100]);
  return { ...rest, labour: labourCentsPerHour / 100, givenUp: givenUpCents / 100, parts: Object.fromEntries(parts) };
}

/** What the form holds, as it is stored. A part without a price is left out; other empty fields stay null for the check. */
export function fromWorkshopValues({ labour, givenUp, parts, ...rest }: WorkshopValues) {
  const priced = Object.entries(parts).filter(([, amount]) => amount !== null && amount !== undefined);
  return {
    ...rest,
    labourCentsPerHour: toCents(labour),
    givenUpCents: toCents(givenUp),
    partCents: Object.fromEntries(priced.map(([kind, amount]) => [kind, toCents(amount!)])),
  };
}

/** Rounded, for 19.99 times a hundred is not a whole number in binary. */
function toCents(amount: number | null): number | null {
  return amount === null ? null : Math.round(amount * 100);
}
