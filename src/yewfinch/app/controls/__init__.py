"""Small widgets, one per file."""
