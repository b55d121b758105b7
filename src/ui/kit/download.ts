/** Asks the browser to keep what is at a path of the server as a file. */
export function download(path: string): void {
  const link = document.createElement("a");
  link.href = path;
  link.download = "";
  link.click();
}

/** Asks the browser to keep a text that the page itself made. */
export function downloadText(name: string, text: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "text/plain" }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
