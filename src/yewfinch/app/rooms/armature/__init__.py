"""Armatures."""
