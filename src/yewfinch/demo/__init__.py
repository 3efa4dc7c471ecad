"""The invented sitter: a hidden head, photos of it, and the demo portrait made from them."""
