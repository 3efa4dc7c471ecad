"""Forms of the head: skull, eyeballs, lids, lips, nostrils, ears, neck, and what can be dialled."""
