"""The week: which stages go together, in which kiln, when; what is due first, in as few firings as may be."""
