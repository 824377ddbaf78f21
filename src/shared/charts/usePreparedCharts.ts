import { useEffect } from "react";

/** A page that was just opened has better things to do first, ms. */
const REST_MS = 400;

/**
 * Loads what draws charts soon after the page stands, for a page whose first chart comes with other work:
 * to load it takes the page a quarter of a second in which nothing else moves.
 */
export function usePreparedCharts() {
  useEffect(() => {
    const timer = setTimeout(() => void import("./echarts"), REST_MS);
    return () => clearTimeout(timer);
  }, []);
}
