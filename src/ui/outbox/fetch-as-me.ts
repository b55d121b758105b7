"use client";
import { useLayoutEffect } from "react";
import { tabHeader } from "@/core/entry/tab-header";
import type { Fetch } from "./ask-server";

/** Whom this page was opened for, by id; null at the door. */
let person: string | null = null;

/** Says whose page this is, for as long as it is shown: the session may be another's by the time something is sent. */
export function useActAs(id: string | null): void {
  useLayoutEffect(() => {
    person = id;
  }, [id]);
}

/** Asks the server as the person this page was opened for: a server where somebody else is signed in by now refuses. */
export const fetchAsMe: Fetch = (path, init = {}) => {
  if (person === null) return fetch(path, init);
  const headers = new Headers(init.headers);
  headers.set(tabHeader, person);
  return fetch(path, { ...init, headers });
};
