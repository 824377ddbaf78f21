"use client";

import { Button, Form, Input, Popconfirm, Select } from "antd";
import { useState } from "react";
import { ROLES, type Role } from "@/server/person";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import styles from "./People.module.css";
import { addPersonAction, changePersonAction, resetPasswordAction } from "./people.action";
import { type AddPersonInput } from "./people.schema";
import { type PeoplePageProps } from "./peopleVerbs";
import { type PersonLine } from "./personRepository";
import { OwnPassword } from "./OwnPassword";

const MAY: Readonly<Record<Role, string>> = {
  viewer: "Viewer: looks",
  technician: "Technician: works on jobs",
  lead: "Lead: waives, makes the rules",
};
const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: MAY[value] }));

/** Who works here, for a lead; and for everybody their own password. */
export function PeoplePage({ people, ownId, isLead }: PeoplePageProps) {
  const [given, setGiven] = useState<{ name: string; password: string } | null>(null);
  return (
    <div className={styles.page}>
      {isLead && (
        <section className="panel stack" aria-label="People">
          <h2>People</h2>
          {given && (
            <p role="status" className={styles.given}>
              Password of {given.name}: <strong className="number">{given.password}</strong>
              <span className="soft">It is shown now and never again; they change it under their own name.</span>
            </p>
          )}
          <div className="rows">
            {people.map((person) => (
              <PersonRow key={person.id} person={person} isOwn={person.id === ownId} onPassword={setGiven} />
            ))}
          </div>
          <AddPerson onPassword={setGiven} />
        </section>
      )}
      <OwnPassword />
    </div>
  );
}

type OnPassword = (given: { name: string; password: string }) => void;

function PersonRow({ person, isOwn, onPassword }: { person: PersonLine; isOwn: boolean; onPassword: OnPassword }) {
  const change = useVerb(changePersonAction);
  const reset = useVerb(resetPasswordAction);
  const { id, displayName, signInName, role, isDisabled } = person;
  const save = (over: Partial<PersonLine>) =>
    void change.run({ personId: id, displayName, role, isDisabled, ...over }, () => undefined);
  return (
    <div className={styles.person} data-left={isDisabled}>
      <span>
        <strong>{displayName}</strong> <span className="soft number">{signInName}</span>
        {isOwn && <span className="soft"> · you</span>}
        {isDisabled && <span className="soft"> · has left</span>}
      </span>
      <Select
        aria-label={`What ${displayName} may do`}
        value={role}
        options={ROLE_OPTIONS}
        disabled={isDisabled || change.isBusy}
        onChange={(next) => save({ role: next })}
      />
      <span className="row">
        <Popconfirm
          title={`A new password for ${displayName}?`}
          description="They are signed out everywhere."
          okText="Make one"
          cancelText="Leave it"
          onConfirm={() =>
            void reset.run({ personId: id }, ({ password }) => onPassword({ name: displayName, password }))
          }
        >
          <Button loading={reset.isBusy} disabled={isDisabled}>
            New password
          </Button>
        </Popconfirm>
        <Button loading={change.isBusy} onClick={() => save({ isDisabled: !isDisabled })}>
          {isDisabled ? "Is back" : "Has left"}
        </Button>
      </span>
      <FailureNotice failure={change.failure ?? reset.failure} onReload={change.reload} />
    </div>
  );
}

function AddPerson({ onPassword }: { onPassword: OnPassword }) {
  const [form] = Form.useForm<AddPersonInput>();
  const { run, isBusy, failure, reload } = useVerb(addPersonAction);
  const problem = (name: string) => {
    const sentence = failure?.fields?.[name];
    return sentence ? ({ help: sentence, validateStatus: "error" } as const) : {};
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={{ role: "technician" }}
      onFinish={(values) =>
        void run(values, ({ password }) => {
          onPassword({ name: values.displayName, password });
          form.resetFields();
        })
      }
    >
      <h3>Somebody new</h3>
      <div className={styles.fields}>
        <Form.Item label="Name, as it stands on reports" name="displayName" {...problem("displayName")}>
          <Input maxLength={80} autoComplete="off" />
        </Form.Item>
        <Form.Item label="Sign-in name" name="signInName" {...problem("signInName")}>
          <Input maxLength={40} autoComplete="off" autoCapitalize="none" />
        </Form.Item>
        <Form.Item label="May do" name="role" {...problem("role")}>
          <Select options={ROLE_OPTIONS} />
        </Form.Item>
      </div>
      <Button htmlType="submit" type="primary" loading={isBusy}>
        Add them
      </Button>
      <FailureNotice failure={failure} onReload={reload} />
    </Form>
  );
}
