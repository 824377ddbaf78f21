"use client";

import { createContext, type ReactNode, useContext } from "react";
import { type BayStop } from "./bayManifest";

const BayPathContext = createContext<readonly BayStop[]>([]);

/** Tells the controls of a job's page which bays there are. */
export function BayPathProvider({ path, children }: { path: readonly BayStop[]; children: ReactNode }) {
  return <BayPathContext value={path}>{children}</BayPathContext>;
}

/** The path that this page was given. */
export function useBayPath(): readonly BayStop[] {
  return useContext(BayPathContext);
}
