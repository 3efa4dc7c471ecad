"""Tools and strokes."""
