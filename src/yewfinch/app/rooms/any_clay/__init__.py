"""Landmarks and lines of the face on any clay: the base head laid on, lines drawn and dragged."""
