import { useEventListener } from "@vueuse/core";
import { nextTick, ref } from "vue";

import { printChoices } from "../shared/preferences";

/** The whole worksheet stands on the page, for paper. */
export const printing = ref(false);

/** Figures are drawn behind their lines; a print waits so long for them (ms). */
const PATIENCE = 4000;

/** Prints the worksheet, by the dialog or by the browser's own menu: every cell, without the frame, with the title and the number of the page. */
export function usePrinting(title: () => string) {
  const rules = document.createElement("style");

  function begin(): void {
    if (document.documentElement.classList.contains("print-keys")) return; // the list of keys goes on paper, not the worksheet
    const choices = printChoices.value;
    const text = JSON.stringify(title()).replaceAll("<", "\\3c ");
    rules.textContent = `@page { size: ${choices.paper} portrait; margin: 18mm 16mm 20mm;
      @top-left { content: ${text}; font: 10pt "Source Serif 4", serif; color: #444; }
      @bottom-center { content: counter(page) " / " counter(pages); font: 9.5pt "Fira Sans", sans-serif; color: #444; } }`;
    document.head.append(rules);
    for (const name of ["numbers", "results", "conventions"] as const) document.documentElement.classList.toggle(`print-no-${name}`, !choices[name]);
    printing.value = true;
  }

  function end(): void {
    printing.value = false;
    rules.remove();
    document.documentElement.classList.remove("print-no-numbers", "print-no-results", "print-no-conventions");
  }

  /** Waits until every figure is drawn. */
  async function ready(): Promise<void> {
    await nextTick();
    const until = Date.now() + PATIENCE;
    do await new Promise((later) => setTimeout(later, 60));
    while (Date.now() < until && document.querySelector(".room:not(:has(.plot)), .print-waits"));
    await document.fonts.ready;
  }

  async function print(): Promise<void> {
    begin();
    await ready();
    window.print();
    end();
  }

  useEventListener(window, "beforeprint", () => !printing.value && begin());
  useEventListener(window, "afterprint", end);
  return { print };
}
