"""Dialogs of the shell."""
