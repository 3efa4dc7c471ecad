"""Nets made sound: holes, loose parts, cuts, halves that mirror each other."""
