"""Looking at things: cameras, views of the turntable, outlines that are seen."""
