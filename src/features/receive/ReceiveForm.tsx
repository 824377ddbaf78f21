"use client";

import { DayField } from "@/shared/DayField";
import { Button, Checkbox, Form, Input, InputNumber, Select, type FormInstance } from "antd";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type DangerSymptom } from "@/core/diagnosis/findings/dangersInWords";
import { HISTORIES, PHASES } from "@/core/diagnosis/library/library.types";
import { type CraftKind } from "@/core/craft/craftKinds";
import { jobNumber } from "@/features/job/job";
import { ComplaintPicker } from "@/features/faultLibrary/ComplaintPicker";
import { type ComplaintChoice } from "@/features/faultLibrary/complaintsOf";
import { type ActionFailure } from "@/shared/actionResult";
import { unanswered } from "@/shared/unanswered";
import { FileButton, PICTURES } from "@/shared/FileButton";
import { randomUuid } from "@/shared/randomUuid";
import { type KnownCraft, SeenWhere } from "./SeenWhere";
import { NewCraftFields } from "./NewCraftFields";
import { receiveCraftAction } from "./receiveCraft.action";
import { type ReceiveCraftInput } from "./receiveCraft.schema";
import styles from "./Receive.module.css";
import { uploadPhotos } from "@/features/job/photos/uploadPhotos";
import { WordsSay } from "./WordsSay";

/** What the form needs to offer. */
export interface ReceiveFormProps {
  craft: readonly KnownCraft[];
  people: readonly { id: number; displayName: string }[];
  personId: number;
  complaints: readonly ComplaintChoice[];
  /** What a customer's words may mean that bears on power, and what it is called. */
  dangers: readonly { id: DangerSymptom; whenTrue: string }[];
}

type Values = Omit<ReceiveCraftInput, "requestKey" | "intermittent"> & {
  isIntermittent?: boolean;
  failureCount?: number;
  failureTimeS?: number;
};

const HISTORY_NAMES: Readonly<Record<(typeof HISTORIES)[number], string>> = {
  crash: "A crash or hard landing",
  water: "Water, rain or snow",
  repair: "A repair or new part",
  modification: "Something added or rebuilt",
  firmware: "New firmware or settings",
  "transmitter-changed": "Another transmitter, or its settings",
  "first-flight": "Nothing: first flight",
  "in-service": "Nothing: flown as usual",
};

/** Takes a craft in: safe first, then who it is, then what is wrong. What was typed survives a refusal. */
export function ReceiveForm({ craft, people, personId, complaints, dangers }: ReceiveFormProps) {
  const [form] = Form.useForm<Values>();
  const [isNew, setNew] = useState(craft.length === 0);
  const [photos, setPhotos] = useState<File[]>([]);
  const { submit, isBusy, failure, photoProblems } = useIntake(form, isNew, photos);
  const isBatteryOut = Form.useWatch("batteryOut", form);
  const arePropsOff = Form.useWatch("propsOff", form);
  const isSafe = Boolean(isBatteryOut && arePropsOff);
  const isIntermittent = Form.useWatch("isIntermittent", form) as boolean | undefined;
  const craftId = Form.useWatch("craftId", form);
  const newKind = Form.useWatch(["newCraft", "kind"], form) as CraftKind | undefined;
  const known = isNew ? null : (craft.find(({ id }) => id === craftId) ?? null);
  const kind = (isNew ? newKind : known?.kind) ?? null;

  return (
    <Form form={form} layout="vertical" requiredMark={false} onFinish={() => void submit()} className={styles.form}>
      <SafeSection />
      <fieldset disabled={!isSafe} className={styles.rest} aria-label="Intake">
        {!isSafe && <p className="soft">The rest opens when both are ticked.</p>}
        <CraftSection craft={craft} known={known} isNew={isNew} isSafe={isSafe} onNew={setNew} />
        <WrongSection
          kind={kind}
          craft={known}
          complaints={complaints}
          dangers={dangers}
          isSafe={isSafe}
          isIntermittent={isIntermittent}
        />
        <TakenBySection people={people} personId={personId} isSafe={isSafe} photos={photos} onPhotos={setPhotos} />
        {failure && (
          <p role="alert" className="bad">
            {failure.message}
          </p>
        )}
        {photoProblems.map((problem) => (
          <p role="alert" className="bad" key={problem}>
            {problem}
          </p>
        ))}
        <Button
          type="primary"
          htmlType="submit"
          size="large"
          loading={isBusy}
          disabled={!isSafe || Boolean(known?.openJob)}
        >
          Take it in and isolate the fault
        </Button>
      </fieldset>
    </Form>
  );
}

/** Sends what was typed; what was refused stays in its fields, and is scrolled to. */
function useIntake(form: FormInstance<Values>, isNew: boolean, photos: readonly File[]) {
  const router = useRouter();
  const [requestKey] = useState(randomUuid);
  const [failure, setFailure] = useState<ActionFailure | null>(null);
  const [photoProblems, setPhotoProblems] = useState<string[]>([]);
  const [isBusy, setBusy] = useState(false);
  const submit = async () => {
    if (isBusy) return;
    setBusy(true);
    setFailure(null);
    const { isIntermittent: comesAndGoes, failureCount, failureTimeS, ...values } = form.getFieldsValue(true) as Values;
    const result = await receiveCraftAction({
      ...values,
      requestKey,
      craftId: isNew ? null : (values.craftId ?? null),
      newCraft: isNew ? values.newCraft : null,
      intermittent: comesAndGoes ? { failureCount, failureTimeS } : null,
    }).catch(unanswered);
    if (result.ok) {
      const number = jobNumber(result.data.jobId);
      const problems = await uploadPhotos(number, photos);
      if (problems.length === 0) return router.push(`/jobs/${number}/isolate`);
      setPhotoProblems([`Job ${number} is open, but:`, ...problems]);
    } else {
      setFailure(result);
      const fields = Object.entries(result.fields ?? {});
      form.setFields(fields.map(([name, message]) => ({ name: toName(name) as never, errors: [message] })));
      if (fields[0]) form.scrollToField(toName(fields[0][0]), { block: "center" });
    }
    setBusy(false);
  };
  return { submit, isBusy, failure, photoProblems };
}

/** A craft that was here before, or a new one. */
function CraftSection({
  craft,
  known,
  isNew,
  isSafe,
  onNew,
}: Pick<ReceiveFormProps, "craft"> & {
  known: ReceiveFormProps["craft"][number] | null;
  isNew: boolean;
  isSafe: boolean;
  onNew: (isNew: boolean) => void;
}) {
  return (
    <section className="panel">
      <h2>2 Which craft?</h2>
      {isNew ? (
        <NewCraftFields />
      ) : (
        <Form.Item label="Craft" name="craftId">
          <Select
            showSearch
            optionFilterProp="label"
            placeholder="Name, tail number or serial"
            options={craft.map(({ id, label }) => ({ value: id, label }))}
            disabled={!isSafe}
          />
        </Form.Item>
      )}
      {known?.openJob && (
        <p role="alert" className="bad">
          {known.label.split(" · ")[0]} is here already:{" "}
          <Link href={`/jobs/${known.openJob}`}>job {known.openJob}</Link> is open.
        </p>
      )}
      {craft.length > 0 && (
        <Button type="link" onClick={() => onNew(!isNew)} className={styles.other}>
          {isNew ? "It has been here before" : "It is new here: add it"}
        </Button>
      )}
    </section>
  );
}

/** The two steps before anything else is taken. */
function SafeSection() {
  return (
    <section className="panel">
      <h2>1 Make it safe</h2>
      <div className={styles.safe}>
        <Form.Item name="batteryOut" valuePropName="checked" noStyle>
          <Checkbox autoFocus>Battery is out</Checkbox>
        </Form.Item>
        <Form.Item name="propsOff" valuePropName="checked" noStyle>
          <Checkbox>Props are off</Checkbox>
        </Form.Item>
      </div>
      <p className="caution">A swollen, hot or hissing pack goes to the fire-safe place first, then the paperwork.</p>
    </section>
  );
}

/** The complaint, its circumstances and what was seen. */
function WrongSection({
  kind,
  craft,
  complaints,
  dangers,
  isSafe,
  isIntermittent,
}: {
  kind: CraftKind | null;
  craft: KnownCraft | null;
  complaints: readonly ComplaintChoice[];
  dangers: ReceiveFormProps["dangers"];
  isSafe: boolean;
  isIntermittent: boolean | undefined;
}) {
  return (
    <section className="panel">
      <h2>3 What is wrong?</h2>
      <Form.Item label="Complaint, in the customer's words" name="complaint">
        <Input maxLength={300} placeholder="Picture went black after a hard landing, still flies" />
      </Form.Item>
      <WordsSay
        dangers={dangers}
        complaints={complaints.filter(({ craftKinds }) => kind === null || craftKinds.includes(kind))}
        isSafe={isSafe}
      />
      <div className={styles.pair}>
        <Form.Item label="When did it show?" name="phase">
          <Select options={PHASES.map((value) => ({ value, label: value }))} disabled={!isSafe} />
        </Form.Item>
        <Form.Item label="What came just before?" name="history">
          <Select options={HISTORIES.map((value) => ({ value, label: HISTORY_NAMES[value] }))} disabled={!isSafe} />
        </Form.Item>
      </div>
      <Form.Item label="What was changed last? (repair, firmware, prop, battery, mount)" name="lastChange">
        <Input maxLength={300} />
      </Form.Item>
      <Form.Item label="What was seen? Pick all that are sure." name="seen" initialValue={[]}>
        <SeenField kind={kind} choices={complaints} isDisabled={!isSafe} />
      </Form.Item>
      <SeenWhere kind={kind} complaints={complaints} craft={craft} isSafe={isSafe} />
      <Form.Item name="isIntermittent" valuePropName="checked">
        <Checkbox>It comes and goes</Checkbox>
      </Form.Item>
      {isIntermittent && (
        <div className={styles.pair}>
          <Form.Item label="How often did it fail?" name={["failureCount"]}>
            <InputNumber min={1} style={{ width: "100%" }} suffix="times" />
          </Form.Item>
          <Form.Item label="In how much flying time?" name={["failureTimeS"]}>
            <InputNumber min={1} style={{ width: "100%" }} suffix="s" />
          </Form.Item>
        </div>
      )}
    </section>
  );
}

/** Pictures of it, and whose job it is. */
function TakenBySection({
  people,
  personId,
  isSafe,
  photos,
  onPhotos,
}: Pick<ReceiveFormProps, "people" | "personId"> & {
  isSafe: boolean;
  photos: readonly File[];
  onPhotos: (photos: File[]) => void;
}) {
  return (
    <section className="panel">
      <h2>4 Photos and who takes it</h2>
      <div className={styles.pair}>
        <div>
          <FileButton
            accept={PICTURES}
            label="Photos (PNG, JPEG or WebP, up to 15 MB each)"
            chosen={photos}
            isMultiple
            onFiles={onPhotos}
          />
        </div>
        <Form.Item label="Technician" name="technicianId" initialValue={personId}>
          <Select
            options={people.map(({ id, displayName }) => ({ value: id, label: displayName }))}
            disabled={!isSafe}
          />
        </Form.Item>
        <Form.Item label="Promised for" name="promisedOn">
          <DayField disabled={!isSafe} />
        </Form.Item>
        <Form.Item label="Priority" name="isUrgent" valuePropName="checked">
          <Checkbox>Goes before others</Checkbox>
        </Form.Item>
      </div>
    </section>
  );
}

/** The picker as a field of the form, which hands it `value` and `onChange`. */
function SeenField(props: {
  value?: string[];
  onChange?: (ids: string[]) => void;
  kind: CraftKind | null;
  choices: readonly ComplaintChoice[];
  isDisabled: boolean;
}) {
  const { value = [], onChange = () => undefined, ...rest } = props;
  return <ComplaintPicker value={value} onChange={onChange} {...rest} />;
}

/** "newCraft.parts.0.name" as Ant Design names the field. */
function toName(path: string): (string | number)[] {
  if (path.startsWith("intermittent.")) return [path.slice("intermittent.".length)];
  return path.split(".").map((key) => (/^\d+$/.test(key) ? Number(key) : key));
}
