"""What an empty bench offers."""
