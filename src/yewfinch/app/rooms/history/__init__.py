"""The history of edits."""
