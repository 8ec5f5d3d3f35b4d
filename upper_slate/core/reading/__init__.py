"""Characters → tokens → syntax tree, with places on everything; and the typeset reading of a tree."""
