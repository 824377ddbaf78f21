"use client";

import { Form } from "antd";
import { CRAFT_KINDS, type CraftKind } from "@/core/craft/craftKinds";
import { type PlacedPart, placesByWhere } from "@/core/craft/spots";
import { type ComplaintChoice } from "@/features/faultLibrary/complaintsOf";
import { CraftShapeProvider } from "@/features/craft/drawing/CraftShape";
import { PlacePicker } from "@/features/faultLibrary/PlacePicker";

/** A craft that has been here before, as far as the intake speaks of it. */
export interface KnownCraft {
  id: number;
  label: string;
  /** Number of the job that it is here for already; null for none. */
  openJob: string | null;
  kind: CraftKind;
  motorCount: number;
  cellCount: number;
  /** What is fitted now. */
  parts: readonly PlacedPart[];
}

interface Props {
  kind: CraftKind | null;
  /** Null for one that is new here: then the form says what it is. */
  craft: KnownCraft | null;
  complaints: readonly ComplaintChoice[];
  isSafe: boolean;
}

/** Asks where each thing was seen that can be at one of several places. */
export function SeenWhere({ kind, craft, complaints, isSafe }: Props) {
  const form = Form.useFormInstance();
  const seen = (Form.useWatch("seen") ?? []) as string[];
  const given = (Form.useWatch("places", { form, preserve: true }) ?? {}) as Record<string, string>;
  const sheet = Form.useWatch("newCraft") as Partial<KnownCraft> | undefined;
  if (!kind) return null;
  const shape = craft ?? {
    kind,
    motorCount: sheet?.motorCount ?? CRAFT_KINDS[kind].motors,
    cellCount: sheet?.cellCount ?? CRAFT_KINDS[kind].cells,
  };
  const parts = (craft?.parts ?? sheet?.parts ?? []).filter((part) => part?.kind && part.position);
  const places = placesByWhere(shape, parts);
  const asked = complaints.filter(({ id, where }) => seen.includes(id) && where && places[where].length > 1);
  return (
    <CraftShapeProvider kind={shape.kind} motorCount={shape.motorCount}>
      <div className="stack" style={{ marginBottom: asked.length > 0 ? 16 : 0 }}>
        {asked.map(({ id, whenTrue, where }) => (
          <div key={id}>
            <strong>{whenTrue}</strong>
            <PlacePicker
              label={`Where: ${whenTrue}`}
              places={places[where!]}
              value={given[id] ?? ""}
              onChange={(place) => form.setFieldValue("places", { ...given, [id]: place })}
              isDisabled={!isSafe}
            />
          </div>
        ))}
      </div>
    </CraftShapeProvider>
  );
}
