"use client";
import { Button, Field, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import * as z from "@/core/z";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { Brand } from "../../kit/Brand";
import { useActAs } from "../../outbox/fetch-as-me";
import { tellServer } from "../../outbox/tell-server";

const Credentials = z.object({
  account: z.string().check(z.trim(), z.minLength(1, "Type the name of your account.")),
  password: z.string().check(z.minLength(1, "Type your password.")),
});

async function post(credentials: z.infer<typeof Credentials>): Promise<Problem | null> {
  const answered = await tellServer("POST", "/api/session", credentials);
  return "problems" in answered ? answered.problems[0]! : null;
}

export function SignInForm() {
  const router = useRouter();
  useActAs(null);
  const { register, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(Credentials),
    defaultValues: { account: "", password: "" },
  });
  const { errors, isSubmitting } = formState;

  const submit = handleSubmit(async (credentials) => {
    const found = await post(credentials);
    if (found) return setError("root", { message: sayProblem(found, plainWording) });
    router.push("/");
    router.refresh();
  });

  return (
    <Flex as="main" minHeight="100dvh" align="center" justify="center" p="24px">
      {/* By post, so that a browser whose script has not arrived never writes a password into an address. */}
      <chakra.form width="340px" onSubmit={(event) => void submit(event)} method="post">
        <Flex align="center" gap="10px" mb="28px">
          <Brand size={22} />
          <Heading as="h1" fontSize="26px" color="ink">
            Ember Bench
          </Heading>
        </Flex>
        <Field.Root invalid={!!errors.account} mb="16px">
          <Field.Label color="quiet">Account</Field.Label>
          <Input
            {...register("account")}
            autoComplete="username"
            autoFocus
            autoCapitalize="none"
            size="lg"
            borderColor="lineStrong"
          />
          <Field.ErrorText>{errors.account?.message}</Field.ErrorText>
        </Field.Root>
        <Field.Root invalid={!!errors.password} mb="24px">
          <Field.Label color="quiet">Password</Field.Label>
          <Input
            {...register("password")}
            type="password"
            autoComplete="current-password"
            size="lg"
            borderColor="lineStrong"
          />
          <Field.ErrorText>{errors.password?.message}</Field.ErrorText>
        </Field.Root>
        {errors.root && (
          <chakra.p role="alert" color="out" mb="16px">
            {errors.root.message}
          </chakra.p>
        )}
        <Button type="submit" loading={isSubmitting} width="100%" size="lg" bg="ember" color="onEmber" fontWeight={700}>
          Sign in
        </Button>
      </chakra.form>
    </Flex>
  );
}
