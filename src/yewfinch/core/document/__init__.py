"""The portrait: pieces, sitter, edits, history, autosave and settings."""
