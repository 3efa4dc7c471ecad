"""Calipers and canon."""
