"""Nose, ears, brow, cheeks, jaw and chin by their handles."""
