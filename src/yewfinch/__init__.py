"""Yewfinch: a bench for portrait sculptors that measures likeness."""

from yewfinch import later

__version__ = "0.1.0"

later.install()
