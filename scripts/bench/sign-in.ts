/** The cookie of the demo's lead, who is signed in at a server. */
export async function leadsCookie(address: string): Promise<string> {
  const answer = await fetch(`${address}/api/session`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ account: "wren", password: "lantern-by-the-quay" }),
  });
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(";")[0])
    .join("; ");
}
