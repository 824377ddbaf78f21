"use client";

import { Form } from "antd";
import { type CraftKind } from "@/core/craft/craftKinds";
import { PartLines } from "@/features/craft/PartLines";
import { SheetFields } from "@/features/craft/SheetFields";

/** The sheet of a craft that is new here, with what is fitted by part and serial. */
export function NewCraftFields() {
  const kind = Form.useWatch(["newCraft", "kind"]) as CraftKind | undefined;
  const motorCount = Form.useWatch(["newCraft", "motorCount"]) as number | undefined;
  return (
    <>
      <SheetFields path={["newCraft"]} />
      <PartLines path={["newCraft", "parts"]} kind={kind} motorCount={motorCount} />
    </>
  );
}
