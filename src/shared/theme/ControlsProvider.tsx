"use client";

import "./controls.css";
import { ConfigProvider } from "antd";
import { type ReactNode } from "react";
import { antdTheme } from "./antdTheme";

const theme = antdTheme("light");

/** Gives Ant Design's controls the shop's theme. Only pages with controls have it: the board needs none and stays light. */
export function ControlsProvider({ children }: { children: ReactNode }) {
  return <ConfigProvider theme={theme}>{children}</ConfigProvider>;
}
