"""Colour of skin: what gives it, how it is measured."""
