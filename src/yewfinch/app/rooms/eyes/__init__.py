"""Eyes as bodies of their own."""
