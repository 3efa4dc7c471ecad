"""The clay on the screen: the large view, small views, the turntable, and what hands and paints are asked for."""
