"""Base heads and figures."""
