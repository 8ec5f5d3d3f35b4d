import { EditorView } from "@codemirror/view";

/**
 * Whoever gives the focus back (a menu that closes, a key that begins to write), the next key goes to where the cursor was. The editor
 * compares with the place that it knew last, and a key that follows at once would come to where the browser begins: the first column.
 */
export const cursorReturns = EditorView.domEventHandlers({
  focus: (_event, view) => {
    const { anchor, head } = view.state.selection.main;
    const [from, to] = [view.domAtPos(anchor), view.domAtPos(head)];
    getSelection()?.setBaseAndExtent(from.node, from.offset, to.node, to.offset);
  },
});
