"use client";
import { chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { leaveDevice } from "../away/kept-jobs";
import { fetchAsMe } from "../outbox/fetch-as-me";

/** Ends the session on this device: what the device kept goes first, whether or not the server hears of it. */
export function SignOut() {
  const router = useRouter();
  const [isUnheard, setUnheard] = useState(false);
  const signOut = async () => {
    await leaveDevice().catch(() => {});
    const heard = await fetchAsMe("/api/session", { method: "DELETE" }).catch(() => null);
    if (!heard) return setUnheard(true);
    router.push("/sign-in");
    router.refresh();
  };
  return (
    <>
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
      {isUnheard && (
        <chakra.span role="alert" color="near" fontSize="13px" maxWidth="320px">
          No server: you are still signed in. The jobs kept on this device are gone from it; sign out again once the
          server is back.
        </chakra.span>
      )}
    </>
  );
}
