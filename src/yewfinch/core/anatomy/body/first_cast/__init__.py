"""The first cast of the bodies, kept so that portraits made with it can be steered as they were."""
