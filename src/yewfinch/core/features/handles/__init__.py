"""Handles of nose, ears, brow, cheeks, jaw and chin: measures in millimetres or degrees, and how clay goes along."""
