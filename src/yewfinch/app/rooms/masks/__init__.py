"""Masks and turned parts."""
