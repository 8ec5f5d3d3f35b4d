/** Room (px) at the right of a cell that belongs to its number. */
const NUMBER = 52;

/**
 * The words beside results stand behind them where there is room; where they would run over the number or off the page they
 * come under their line, over what is below, so that nothing moves. Called when the pointer or the focus comes to a cell.
 */
export function placeWords(cell: HTMLElement): void {
  const box = cell.getBoundingClientRect();
  for (const words of cell.querySelectorAll<HTMLElement>(".words")) {
    words.classList.remove("under");
    if (getComputedStyle(words).width !== "0px") continue; // on touch screens they have room of their own
    const left = words.getBoundingClientRect().left;
    if (left + words.scrollWidth <= box.right - NUMBER) continue;
    const row = words.parentElement?.getBoundingClientRect();
    if (!row) continue;
    words.style.setProperty("--under", `${(row.bottom - box.top) / scaleOf(cell, box)}px`);
    words.classList.add("under");
  }
}

/** The page may be enlarged: what is measured on the screen is larger than what is set. */
function scaleOf(cell: HTMLElement, box: DOMRect): number {
  return cell.offsetWidth ? box.width / cell.offsetWidth : 1;
}
