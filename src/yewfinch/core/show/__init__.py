"""Cameras and views."""
