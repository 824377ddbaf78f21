"use client";

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { type Scheme } from "./scheme";

/** What the person chose: a scheme, or whatever the machine is set to. */
export type ThemeChoice = Scheme | "auto";

const ThemeContext = createContext<{ choice: ThemeChoice; scheme: Scheme; choose(choice: ThemeChoice): void }>({
  choice: "auto",
  scheme: "light",
  choose: () => {},
});

/** The scheme in force and how to change it. */
export const useTheme = () => useContext(ThemeContext);

const ONE_YEAR_S = 365 * 86_400;

/** Keeps the person's choice of light or dark in a cookie, so that the server draws it at once. */
export function ThemeProvider({ initial, children }: { initial: ThemeChoice; children: ReactNode }) {
  const [choice, setChoice] = useState(initial);
  const machineIsDark = useSyncExternalStore(onMachineScheme, machinePrefersDark, () => false);
  const scheme: Scheme = choice === "auto" ? (machineIsDark ? "dark" : "light") : choice;
  useEffect(() => {
    document.documentElement.dataset.theme = choice;
  }, [choice]);
  const value = useMemo(
    () => ({
      choice,
      scheme,
      choose: (next: ThemeChoice) => {
        // At once: what draws itself in the page's colours asks for them before this provider's effects have run.
        document.documentElement.dataset.theme = next;
        document.cookie = `pitstopa_theme=${next}; path=/; max-age=${ONE_YEAR_S}; samesite=lax`;
        setChoice(next);
      },
    }),
    [choice, scheme],
  );
  return <ThemeContext.Provider value={value}>{children}</ThemeContext.Provider>;
}

function machineQuery(): MediaQueryList {
  return window.matchMedia("(prefers-color-scheme: dark)");
}

function machinePrefersDark(): boolean {
  return machineQuery().matches;
}

function onMachineScheme(listener: () => void): () => void {
  const query = machineQuery();
  query.addEventListener("change", listener);
  return () => query.removeEventListener("change", listener);
}
