"""Pictures and files to take away."""
