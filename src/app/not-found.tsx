import Link from "next/link";

export default function NotFound() {
  return (
    <main style={{ padding: 32 }}>
      <h1 style={{ fontSize: 24, fontWeight: 700 }}>There is nothing at this address</h1>
      <p>
        It may have been mistyped, or belong to a job that is not on this server.{" "}
        <Link href="/" style={{ textDecoration: "underline" }}>
          All jobs
        </Link>
      </p>
    </main>
  );
}
