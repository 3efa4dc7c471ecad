"""What can be done to a portrait, a file for each kind of work."""
