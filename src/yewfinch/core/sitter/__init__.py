"""Photos, marks, standpoints, likeness and calipers."""
