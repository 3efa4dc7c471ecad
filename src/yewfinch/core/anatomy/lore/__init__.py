"""What is published of human heads: landmarks, norms, proportion rules, lines of the skin."""
