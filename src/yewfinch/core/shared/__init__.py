"""Dtypes, checks, progress and kernel warm-up; imports nothing else of ours."""
