/** Has the browser save what an address gives. */
export function download(address: string, name = ""): void {
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
}

/** The same for what has to be asked for by POST. */
export async function downloadPosted(address: string, body: unknown): Promise<void> {
  const answer = await fetch(address, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${answer.status}`);
  const name = /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1];
  const held = URL.createObjectURL(await answer.blob());
  download(held, decodeURIComponent(name ?? "worksheets.zip"));
  setTimeout(() => URL.revokeObjectURL(held), 10_000);
}
