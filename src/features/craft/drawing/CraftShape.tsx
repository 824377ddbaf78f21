"use client";

import { createContext, type ReactNode, useContext } from "react";
import { type Shape } from "@/core/craft/spots";

const ShapeContext = createContext<Shape | null>(null);

/** Tells the controls inside what the craft in hand is like, so that they can draw where something is. */
export function CraftShapeProvider({ kind, motorCount, children }: Shape & { children: ReactNode }) {
  return <ShapeContext value={{ kind, motorCount }}>{children}</ShapeContext>;
}

/** The craft in hand; null where there is none yet. */
export function useCraftShape(): Shape | null {
  return useContext(ShapeContext);
}
