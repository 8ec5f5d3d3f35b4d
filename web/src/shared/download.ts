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

/** Saves what has to be asked for by POST. */
export async function downloadPosted(address: string, body: unknown): Promise<void> {
  const answer = await fetch(address, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${answer.status}`);
  const name = /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1];
  save(decodeURIComponent(name ?? "worksheets.zip"), await answer.blob());
}
