"use client";

import { useEffect, useEffectEvent, useRef } from "react";
import { useTheme } from "@/shared/theme/ThemeProvider";

/** The page's roles as colours that a canvas understands. */
export interface ChartColours {
  ink: string;
  soft: string;
  line: string;
  main: string;
  second: string;
  third: string;
  fourth: string;
  limit: string;
  card: string;
}

interface Props {
  /** Kept by the caller between renders unless what it draws changed. */
  toOption: (colours: ChartColours) => object;
  /** While this stays the same only data are replaced, which costs a fraction of a new chart. */
  shape?: string;
  heightPx: number;
  label: string;
  /** Hears which part of its axis, from 0 to 1, somebody turned to by wheel or drag; the option has an inside zoom then. */
  onZoom?: (from: number, to: number) => void;
}

type Chart = {
  setOption(option: object, notMerge: boolean): void;
  resize(): void;
  dispose(): void;
  on(event: "datazoom", listener: (event: unknown) => void): void;
};

interface ZoomEvent {
  start?: number;
  end?: number;
  batch?: { start: number; end: number }[];
}

/** A chart as wide as its place, drawn anew when its option or the colour scheme changes. */
export function ChartFrame({ toOption, shape, heightPx, label, onZoom }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<Chart | null>(null);
  const { scheme } = useTheme();
  const latest = useRef(toOption);
  const drawn = useRef<string | null>(null);
  const zoomed = useEffectEvent((event: unknown) => {
    const { batch, start, end } = event as ZoomEvent;
    const [from, to] = batch?.[0] ? [batch[0].start, batch[0].end] : [start, end];
    if (from !== undefined && to !== undefined && (from > 0 || to < 100)) onZoom?.(from / 100, to / 100);
  });

  useEffect(() => {
    latest.current = toOption;
    if (!frame.current || !chart.current) return;
    const now = shape === undefined ? null : `${shape} ${scheme}`;
    chart.current.setOption(toOption(coloursOf(frame.current)), now === null || now !== drawn.current);
    drawn.current = now;
  }, [toOption, shape, scheme]);

  useEffect(() => chart.current?.resize(), [heightPx]);

  useEffect(() => {
    let isGone = false;
    let observer: ResizeObserver | undefined;
    // Loaded when first needed: the board must not carry it.
    void import("./echarts").then(({ init }) => {
      if (isGone || !frame.current) return;
      const made: Chart = init(frame.current);
      chart.current = made;
      made.on("datazoom", zoomed);
      made.setOption(latest.current(coloursOf(frame.current)), true);
      observer = new ResizeObserver(() => made.resize());
      observer.observe(frame.current);
    });
    return () => {
      isGone = true;
      observer?.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);
  return <div ref={frame} style={{ height: heightPx, width: "100%" }} role="img" aria-label={label} />;
}

/** A custom property itself still holds both schemes, so each role is asked of an element. */
function coloursOf(element: HTMLElement): ChartColours {
  const role = (name: string) => {
    element.style.color = `var(--${name})`;
    return getComputedStyle(element).color;
  };
  return {
    ink: role("ink"),
    soft: role("soft"),
    line: role("line"),
    main: role("petrol"),
    second: role("second"),
    third: role("waiting"),
    fourth: role("met"),
    limit: role("failed"),
    card: role("card"),
  };
}
