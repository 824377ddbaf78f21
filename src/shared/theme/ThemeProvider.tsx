"use client";

import { AntdRegistry } from "@ant-design/nextjs-registry";
import { ConfigProvider } from "antd";
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { antdTheme, type Scheme } from "./antdTheme";

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

/** Gives Ant Design the shop's theme and keeps the person's choice in a cookie, so that the server draws it at once. */
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
        document.cookie = `pitstopa_theme=${next}; path=/; max-age=${ONE_YEAR_S}; samesite=lax`;
        setChoice(next);
      },
    }),
    [choice, scheme],
  );
  return (
    <AntdRegistry>
      <ThemeContext.Provider value={value}>
        <ConfigProvider theme={antdTheme(scheme)}>{children}</ConfigProvider>
      </ThemeContext.Provider>
    </AntdRegistry>
  );
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
