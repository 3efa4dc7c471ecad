"""Model files of open formats: one file each with its declarations `FORMATS`, and what they share."""
