"""Lids: their margins on the eyeball, a body of their own, or the skin of the clay moved with them."""
