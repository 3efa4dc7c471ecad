"""Likeness."""
