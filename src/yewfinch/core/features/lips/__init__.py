"""Lips: their lines and forms in millimetres, on any clay that has the lines of a mouth."""
