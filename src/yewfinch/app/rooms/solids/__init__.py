"""Solids."""
