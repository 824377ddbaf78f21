"use client";

import { DatePicker } from "antd";
import dayjs from "dayjs";

interface Props {
  id?: string;
  /** As 2026-11-30; null for none. */
  value?: string | null;
  onChange?: (day: string | null) => void;
  disabled?: boolean;
  "aria-label"?: string;
}

/** A day, shown as everywhere: 30 Nov 2026. */
export function DayField({ value, onChange, ...rest }: Props) {
  return (
    <DatePicker
      {...rest}
      format="D MMM YYYY"
      placeholder="no day"
      style={{ width: "100%" }}
      value={value ? dayjs(value) : null}
      onChange={(day) => onChange?.(day ? day.format("YYYY-MM-DD") : null)}
    />
  );
}
