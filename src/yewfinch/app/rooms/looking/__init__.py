"""Looking at the clay."""
