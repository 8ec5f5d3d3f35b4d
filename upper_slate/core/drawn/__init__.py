"""Signs found by drawing them."""
