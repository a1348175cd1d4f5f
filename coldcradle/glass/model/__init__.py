"""The numbers of glass: what fills a room, what is weighed out, how it shares, how it stands."""
