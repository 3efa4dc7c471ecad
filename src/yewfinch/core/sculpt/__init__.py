"""Strokes, falloff, symmetry and tools. Runs without a window."""
