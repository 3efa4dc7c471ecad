"""The surface itself: its rows, channels, faces and rings, and the order they are kept in."""
