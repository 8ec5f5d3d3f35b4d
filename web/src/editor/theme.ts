import { EditorView } from "@codemirror/view";

export const editorTheme = EditorView.theme({
  "&": { font: "16px/1.5 var(--mono)", color: "var(--ink)", backgroundColor: "transparent" },
  "&.cm-focused": { outline: "none" },
  ".cm-content": { fontFamily: "var(--mono)", padding: "0", caretColor: "var(--act)" },
  ".cm-line": { padding: "0" },
  ".cm-cursor": { borderLeftColor: "var(--act)", borderLeftWidth: "1.5px" },
  "&.cm-focused .cm-selectionBackground, .cm-selectionBackground": { background: "var(--act-tint) !important" },
  "&.cm-focused .cm-matchingBracket": { backgroundColor: "var(--act-tint)", outline: "1px solid var(--act-line)", borderRadius: "2px" },
  "&.cm-focused .cm-nonmatchingBracket": { color: "var(--wrong)", backgroundColor: "transparent", textDecoration: "underline wavy" },
  ".cm-scroller": { fontFamily: "inherit", lineHeight: "inherit" },
  ".cm-tooltip": { background: "var(--page-open)", border: "1px solid var(--hair)", borderRadius: "5px", boxShadow: "0 8px 26px #00000022", overflow: "hidden" },
  ".cm-tooltip-autocomplete > ul": { fontFamily: "var(--mono)", fontSize: "14px", maxHeight: "15em" },
  ".cm-tooltip-autocomplete > ul > li": { padding: "5px 12px !important", display: "flex", gap: "14px", alignItems: "baseline", lineHeight: "1.4" },
  ".cm-tooltip-autocomplete > ul > li[aria-selected]": { background: "var(--act-tint)", color: "var(--ink)" },
  ".cm-completionMatchedText": { textDecoration: "none", color: "var(--act)" },
  ".cm-completionDetail": { font: "italic 14.5px var(--serif)", color: "var(--ink-quiet)", marginLeft: "auto" },
  ".cm-sample": { flex: "none", fontSize: "13px", color: "var(--ink)", maxWidth: "220px", overflow: "hidden" },
  ".cm-error-place": { textDecoration: "underline wavy var(--wrong)", textUnderlineOffset: "4px", textDecorationSkipInk: "none" },
  ".cm-gap": { backgroundColor: "var(--act-tint)" },
  ".cm-placeholder": { color: "var(--ink-quiet)" },
});
