"""Form layers and stored states."""
