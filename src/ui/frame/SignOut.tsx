"use client";
import { chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { dropKept } from "../away/kept-jobs";

/** Ends the session on this device. */
export function SignOut() {
  const router = useRouter();
  const signOut = async () => {
    await fetch("/api/session", { method: "DELETE" });
    await dropKept().catch(() => {});
    router.push("/sign-in");
    router.refresh();
  };
  return (
    <chakra.button
      type="button"
      onClick={() => void signOut()}
      color="quiet"
      textDecoration="underline"
      textUnderlineOffset="3px"
      _hover={{ color: "ink" }}
      cursor="pointer"
    >
      Sign out
    </chakra.button>
  );
}
