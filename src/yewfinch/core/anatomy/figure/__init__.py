"""One person, head and body together, shaped and posed."""
