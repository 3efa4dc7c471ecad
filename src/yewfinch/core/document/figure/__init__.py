"""Base heads and figures in a portrait: shaped, posed, and what lies under their skin."""
