"use client";

import { Button } from "antd";

/** Prints the page. */
export function PrintButton() {
  return (
    <Button type="primary" className="no-print" style={{ justifySelf: "start" }} onClick={() => window.print()}>
      Print the label
    </Button>
  );
}
