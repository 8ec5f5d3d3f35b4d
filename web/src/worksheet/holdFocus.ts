/** The focus goes into the dialog that has opened: the menu from which it was chosen gives it back to the line while the dialog fades in. */
export function holdFocus(): void {
  const open = [...document.querySelectorAll<HTMLElement>(".el-overlay-dialog .el-dialog")].find((dialog) => dialog.getClientRects().length);
  if (open && !open.contains(document.activeElement)) open.focus();
}
