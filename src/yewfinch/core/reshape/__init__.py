"""Surfaces made from fields and other surfaces."""
