import { RUN_FILE_MARK } from "../../bench/run/runFile";
import { type RawLog } from "../reading/LogReader";
import { type ColumnUse } from "./columnUse";
import { recogniseColumns } from "./recogniseColumns";
import { partsOfHeading } from "./headingParts";
import { quantityOfRole } from "./roles";

/** First line of a log that the app wrote. */
export const LOG_FILE_MARK = "# pitstopa-log/1";

/** What a bench run's channels are in a log. What was worked out of others or belongs to the bench alone is left out. */
const RUN_ROLES: Readonly<Record<string, string>> = {
  time: "time",
  throttle: "throttle",
  current: "current",
  voltage: "voltage",
  speed: "rpm_1",
  temperature: "temperature",
  esctemperature: "esc_temp_1",
};

/** What the columns of a log are: by their names in a file that the app wrote itself, else as they are recognised. */
export function columnUses({ columns, layout: { mark } }: RawLog): ColumnUse[] {
  if (mark === LOG_FILE_MARK) return ownUses(columns, (name) => (quantityOfRole(name) ? name : null));
  if (mark === RUN_FILE_MARK)
    return ownUses(
      columns,
      (name) => RUN_ROLES[name] ?? (/^cell\d+$/.test(name) ? name.replace("cell", "cell_") : null),
    );
  return recogniseColumns(columns);
}

/** Both are written in the units that they are read in. */
function ownUses(columns: RawLog["columns"], roleOf: (name: string) => string | null): ColumnUse[] {
  return columns.flatMap(({ heading, unitBelow }, column): ColumnUse[] => {
    const role = roleOf(heading.replace(/\s*\[[^\]]*\]$/, ""));
    const unit = partsOfHeading(heading, unitBelow).unit ?? "";
    return role ? [{ column, heading, role, by: "heading", unit, scale: 1, offset: 0, isGuessed: false }] : [];
  });
}
