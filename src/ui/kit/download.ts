/** Asks the browser to keep what is at a path of the server as a file. */
export function download(path: string): void {
  const link = document.createElement("a");
  link.href = path;
  link.download = "";
  link.click();
}
