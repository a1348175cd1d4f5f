"""The piece document: read whole or refused whole."""
