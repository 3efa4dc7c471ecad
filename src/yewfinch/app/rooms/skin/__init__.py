"""Skin: pigments, and measures of its colour."""
