"""Quads along the form: fields of crosses and of lattice places on a surface, and the net that they make."""
