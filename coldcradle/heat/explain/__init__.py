"""The numbers of heat in words: figures with their working, made from what `model` and the run have found."""
