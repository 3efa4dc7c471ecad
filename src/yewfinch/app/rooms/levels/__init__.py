"""Detail levels and adaptive detail."""
