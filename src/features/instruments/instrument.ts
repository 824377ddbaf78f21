import { type InstrumentIdentity } from "@/rigs/instruments";
import { type InstrumentConfig } from "@/rigs/commandMap";

/** An instrument of the shop. */
export interface ShopInstrument extends InstrumentConfig {
  /** Serial number as its plate or certificate has it; empty when not noted. */
  serial: string;
  calibratedOn: string | null;
  /** ISO date after which its calibration no longer counts; null when none is due. */
  calibrationDue: string | null;
  isUsed: boolean;
  version: number;
}

/** True when the calibration ran out before a day. @param today - ISO date. */
export function isOverdue({ calibrationDue }: Pick<ShopInstrument, "calibrationDue">, today: string): boolean {
  return calibrationDue !== null && calibrationDue < today;
}

/** An instrument with what the rig says of it. */
export interface InstrumentLine extends ShopInstrument {
  isOverdue: boolean;
  identity: InstrumentIdentity | null;
  problem: string | null;
}

/** What the page of the instruments is given. */
export interface InstrumentsPageProps {
  instruments: readonly InstrumentLine[];
  mayEdit: boolean;
  isLead: boolean;
}
