"""Landmark names, norms, canons and the base head."""
