"""The clay's landmarks."""
