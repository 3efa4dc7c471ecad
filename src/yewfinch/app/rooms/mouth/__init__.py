"""Lips, teeth and tongue."""
