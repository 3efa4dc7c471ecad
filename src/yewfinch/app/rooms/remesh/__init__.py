"""Fusing, remeshing, mending, reducing."""
