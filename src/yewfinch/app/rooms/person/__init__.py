"""What makes this face this face: its asymmetry, and what sets it apart from a norm."""
