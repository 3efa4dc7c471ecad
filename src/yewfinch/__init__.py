"""Yewfinch: a bench for portrait sculptors that measures likeness."""

__version__ = "0.1.0"
