"use client";
import { Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import type { Problem } from "@/core/problem/problem";
import { leaveDevice } from "../../away/kept-jobs";
import type { Me } from "../../kit/me";
import { Choose } from "../../kit/Choose";
import { Problems } from "../../kit/Problems";
import { QuietButton } from "../../kit/SayWhy";
import { TextField } from "../../kit/TextField";
import { tellServer } from "../../outbox/tell-server";

const asTheJob = "job";

/** What one sees figures in; one's own password, and the way out on all devices. Both end every session, this one too. */
export function OwnAccount({ me }: { me: Me }) {
  const router = useRouter();
  const [{ now, next }, setDraft] = useState({ now: "", next: "" });
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const [unit, setUnit] = useState<string>(me.unit ?? asTheJob);
  const choose = async (next: string | null) => {
    const said = await tellServer("PUT", "/api/me/unit", { unit: next === asTheJob ? null : next });
    setWrong("problems" in said ? said.problems : []);
    if (!("problems" in said)) setUnit(next ?? asTheJob);
  };
  const leave = async (method: "PUT" | "DELETE", path: string, body?: unknown) => {
    const said = await tellServer(method, path, body);
    setWrong("problems" in said ? said.problems : []);
    if ("problems" in said) return;
    await leaveDevice().catch(() => {});
    router.push("/sign-in");
    router.refresh();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void leave("PUT", "/api/me/password", { now, next });
  };
  return (
    <chakra.section aria-label="Your account" mt="34px" borderTopWidth="1px" borderColor="line" pt="18px">
      <Choose
        label="What you see and type figures in"
        hint="Inches bring lb·ft, psi and lbf with them. What is printed goes by the job."
        options={[
          { id: asTheJob, name: "whatever the job goes by" },
          { id: "mm", name: "millimetres" },
          { id: "in", name: "inches" },
        ]}
        value={unit}
        onChoose={(next) => void choose(next)}
        disabled={false}
      />
      <Heading as="h2" fontSize="16px" mt="22px">
        Your own password
      </Heading>
      <chakra.form onSubmit={submit} noValidate mt="8px">
        <Flex gap="12px" align="flex-end" wrap="wrap">
          {(
            [
              ["now", "As it is now", "current-password", now],
              ["next", "From now on", "new-password", next],
            ] as const
          ).map(([key, label, autoComplete, value]) => (
            <TextField
              key={key}
              label={label}
              width="220px"
              type="password"
              size="sm"
              minHeight="38px"
              autoComplete={autoComplete}
              value={value}
              maxLength={200}
              onText={(text) => setDraft({ now, next, [key]: text })}
            />
          ))}
          <Button
            type="submit"
            size="sm"
            minHeight="38px"
            variant="outline"
            borderColor="lineStrong"
            color="ink"
            disabled={now === "" || next === ""}
          >
            Change it
          </Button>
        </Flex>
        <Problems found={wrong} />
      </chakra.form>
      <chakra.p fontSize="13px" color="quiet" mt="8px">
        You are signed out on every device then, and sign in with the new one.{" "}
        <QuietButton onClick={() => void leave("DELETE", "/api/me/sessions")}>Sign out everywhere</QuietButton>
      </chakra.p>
    </chakra.section>
  );
}
