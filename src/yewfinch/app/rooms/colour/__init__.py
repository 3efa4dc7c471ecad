"""Colour."""
