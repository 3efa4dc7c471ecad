"""What belongs to one sitting at the bench: settings, recovery, locks on files, the log."""
