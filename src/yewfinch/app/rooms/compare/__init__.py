"""Comparing the clay with a stored state, another piece or another portrait."""
