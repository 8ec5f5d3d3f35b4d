/** Has the browser save what an address gives. */
export function download(address: string, name = ""): void {
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
}

/** Hands a file that was made here to the browser. */
export function save(name: string, content: Blob | string, type = ""): void {
  const held = URL.createObjectURL(typeof content === "string" ? new Blob([content], { type }) : content);
  download(held, name);
  setTimeout(() => URL.revokeObjectURL(held), 10_000);
}
