/** What a picture takes along of typeset mathematics: glyphs at their places in faces of its own, bars as rectangles, root signs as paths. */

const SVG = "http://www.w3.org/2000/svg";

/** A line of typeset mathematics as it stands on the page, as a group that begins at 0 with its middle at 0. */
export function typesetAsSvg(shown: Element, ink: string): SVGGElement {
  const group = document.createElementNS(SVG, "g");
  const box = shown.getBoundingClientRect();
  const [left, middle] = [box.left, box.top + box.height / 2];
  const walker = document.createTreeWalker(shown, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT, (node) => (node instanceof Element && node.matches(".katex-mathml, .hidden-text") ? NodeFilter.FILTER_REJECT : NodeFilter.FILTER_ACCEPT));
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const part = node instanceof Text ? glyphs(node, left, middle, ink) : node instanceof SVGSVGElement ? drawing(node, left, middle, ink) : bar(node as Element, left, middle, ink);
    if (part) group.append(part);
  }
  return group;
}

function glyphs(text: Text, left: number, middle: number, ink: string): SVGElement | null {
  if (!text.data.trim() || !text.parentElement) return null;
  const range = document.createRange();
  range.selectNodeContents(text);
  const box = range.getBoundingClientRect();
  const style = getComputedStyle(text.parentElement);
  const made = document.createElementNS(SVG, "text");
  made.textContent = text.data;
  const size = parseFloat(style.fontSize);
  set(made, { x: box.left - left, y: box.top - middle + ascent(style), fill: ink, "font-family": style.fontFamily, "font-size": size, "font-style": style.fontStyle, "font-weight": style.fontWeight });
  return made;
}

/** From the top of a line of text to its baseline (px). */
function ascent(style: CSSStyleDeclaration): number {
  const pen = document.createElement("canvas").getContext("2d");
  if (!pen) return parseFloat(style.fontSize) * 0.8;
  pen.font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
  return pen.measureText("x").fontBoundingBoxAscent;
}

function bar(element: Element, left: number, middle: number, ink: string): SVGElement | null {
  if (!element.matches(".frac-line, .overline-line, .underline-line, .rule")) return null;
  const box = element.getBoundingClientRect();
  const made = document.createElementNS(SVG, "rect");
  set(made, { x: box.left - left, y: box.top - middle, width: box.width, height: Math.max(0.8, box.height), fill: ink });
  return made;
}

function drawing(element: SVGSVGElement, left: number, middle: number, ink: string): SVGElement {
  const box = element.getBoundingClientRect();
  const made = element.cloneNode(true) as SVGSVGElement;
  const parent = element.parentElement?.getBoundingClientRect() ?? box; // a root sign is drawn wider than it is shown
  set(made, { x: box.left - left, y: box.top - middle, width: box.width, height: box.height, fill: ink });
  const clip = document.createElementNS(SVG, "svg");
  set(clip, { x: parent.left - left, y: parent.top - middle, width: parent.width, height: parent.height, overflow: "hidden" });
  set(made, { x: box.left - parent.left, y: box.top - parent.top });
  clip.append(made);
  return clip;
}

function set(element: Element, attributes: Record<string, string | number>): void {
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, typeof value === "number" ? String(Number(value.toFixed(2))) : value);
}

/** The faces that texts in a drawing use, as rules that a file can hold: a picture has no style sheet to ask. */
export async function facesOf(drawing: Element): Promise<string> {
  const families = new Set([...drawing.querySelectorAll("text")].flatMap((text) => (text.getAttribute("font-family") ?? "").split(",").map((name) => name.trim().replaceAll(/["']/g, ""))));
  const rules = [...document.styleSheets].flatMap((sheet) => {
    try {
      return [...sheet.cssRules];
    } catch {
      return []; // a style sheet of another origin
    }
  });
  const faces = rules.filter((rule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule && families.has(rule.style.getPropertyValue("font-family").replaceAll(/["']/g, "")));
  const used = faces.filter((rule) => [...document.fonts].some((face) => face.status === "loaded" && face.family.replaceAll(/["']/g, "") === rule.style.getPropertyValue("font-family").replaceAll(/["']/g, "") && face.style === (rule.style.getPropertyValue("font-style") || "normal") && face.weight === (rule.style.getPropertyValue("font-weight") || "400") && (!rule.style.getPropertyValue("unicode-range") || face.unicodeRange === rule.style.getPropertyValue("unicode-range"))));
  return (await Promise.all(used.map(embedded))).join("\n");
}

async function embedded(rule: CSSFontFaceRule): Promise<string> {
  const source = /url\("?([^")]+\.woff2)"?\)/.exec(rule.style.getPropertyValue("src"))?.[1];
  if (!source) return "";
  const file = await fetch(new URL(source, rule.parentStyleSheet?.href ?? location.href)).then((answer) => answer.blob());
  const address = await new Promise<string>((done) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.readAsDataURL(file);
  });
  const kept = ["font-family", "font-style", "font-weight", "unicode-range"].map((name) => [name, rule.style.getPropertyValue(name)]).filter(([, value]) => value);
  return `@font-face{${kept.map(([name, value]) => `${name}:${value}`).join(";")};src:url(${address}) format("woff2")}`;
}
