"""What the application answered once, kept whole: a rebuilding may change none of it."""
