"""Open formats in and out; one file per format."""
