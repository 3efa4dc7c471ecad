"""Design sheets."""
