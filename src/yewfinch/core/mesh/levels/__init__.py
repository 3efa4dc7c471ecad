"""Detail levels: dividing, coarser nets, what was changed on each of them."""
