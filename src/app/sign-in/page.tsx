import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { requireSchema } from "@/server/require-person";
import { currentPerson } from "@/server/session";
import { SignInForm } from "@/ui/shop/sign-in/SignInForm";

export const metadata: Metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

export default async function SignInPage() {
  await requireSchema();
  if (await currentPerson()) redirect("/");
  return <SignInForm />;
}
