"""Panels of the bench, one per file."""
