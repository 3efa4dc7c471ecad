"""The sitter."""
