"""The first cast of the base heads, kept so that portraits made with it can be steered as they were."""
