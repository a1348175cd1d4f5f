"""The bench: what is done to glass between its firings, each step a stage without a kiln."""
