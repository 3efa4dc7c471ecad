"""The base head laid on any clay: its landmarks, lines and regions are carried over."""
