"""Colour layers."""
