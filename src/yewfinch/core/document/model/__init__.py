"""The portrait, its pieces, edits and their history."""
