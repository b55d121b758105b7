import { createServer } from "node:net";

function tryPort(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(null));
    server.listen(port, "127.0.0.1", () => {
      const { port: got } = server.address();
      server.close(() => resolve(got));
    });
  });
}

/** The wanted loopback port, or a free one when something else holds it. */
export async function freePort(wanted = 0) {
  return (await tryPort(wanted)) ?? (await tryPort(0));
}
