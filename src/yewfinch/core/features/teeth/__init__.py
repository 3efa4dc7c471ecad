"""Teeth, gums and tongue as a body behind the lips."""
