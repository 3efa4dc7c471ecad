"""Colour of skin."""
