"""Symmetry of shape."""
