"""Surface textures."""
