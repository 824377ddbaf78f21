"use client";

import "./controls.css";
import { ConfigProvider } from "antd";
import { type ReactNode, useMemo } from "react";
import { antdTheme } from "./antdTheme";
import { useTheme } from "./ThemeProvider";

/** Gives Ant Design's controls the shop's theme. Only pages with controls have it: the board needs none and stays light. */
export function ControlsProvider({ children }: { children: ReactNode }) {
  const { scheme } = useTheme();
  const theme = useMemo(() => antdTheme(scheme), [scheme]);
  return <ConfigProvider theme={theme}>{children}</ConfigProvider>;
}
