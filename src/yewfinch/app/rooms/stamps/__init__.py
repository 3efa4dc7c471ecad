"""Stamps and the stencil."""
