"use client";

import { Button, Form, Modal } from "antd";
import { useState } from "react";
import { PART_KINDS } from "@/core/craft/partKinds";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { changeCraftAction } from "./changeCraft.action";
import { type ChangeCraftInput } from "./changeCraft.schema";
import { type Craft } from "./craft";
import { PartLines } from "./PartLines";
import { type Position } from "./positionsOf";
import { SheetFields } from "./SheetFields";

type Values = Omit<ChangeCraftInput, "craftId" | "version">;

/** Opens the craft's sheet as a form; what is fitted can be corrected and added to, never taken out: that is Refit's. */
export function ChangeSheet({ craft, positions }: { craft: Craft; positions: readonly Position[] }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Change the sheet</Button>
      <Modal
        open={isOpen}
        width={1080}
        title={`Sheet of ${craft.name}`}
        footer={null}
        onCancel={() => setOpen(false)}
        destroyOnHidden
      >
        <SheetForm craft={craft} positions={positions} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

function SheetForm({ craft, positions, onDone }: { craft: Craft; positions: readonly Position[]; onDone: () => void }) {
  const [form] = Form.useForm<Values>();
  const { run, isBusy, failure, reload } = useVerb(changeCraftAction);
  const kind = Form.useWatch("kind", form);
  const motorCount = Form.useWatch("motorCount", form);
  const { name, tailNumber, serial, frameClass, massG, cellCount, owner } = craft;
  const parts = positions.flatMap(({ position, kind: part, fitted }) =>
    fitted
      ? [
          {
            id: fitted.partId,
            kind: part,
            position,
            name: fitted.name,
            serial: fitted.serial,
            continuousA: fitted.continuousA,
          },
        ]
      : [],
  );
  const save = () => {
    const values = form.getFieldsValue(true) as Values;
    const named = (values.parts ?? []).map((part) => ({ ...part, position: part.position || PART_KINDS[part.kind] }));
    void run({ ...values, parts: named, craftId: craft.id, version: craft.version }, onDone);
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={{
        name,
        tailNumber,
        serial,
        frameClass,
        massG,
        cellCount,
        owner,
        kind: craft.kind,
        motorCount: craft.motorCount,
        parts,
      }}
      onFinish={save}
    >
      <SheetFields path={[]} />
      <PartLines path={["parts"]} kind={kind} motorCount={motorCount} mayRemove={(line) => !line?.id} />
      <div className="stack" style={{ marginTop: 14 }}>
        <FailureNotice failure={failure} onReload={reload} />
        <div className="row">
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Save the sheet
          </Button>
          <Button onClick={onDone}>Leave it as it was</Button>
        </div>
      </div>
    </Form>
  );
}
