"""What all working stands on: values, what they require, signs and zero decided, arithmetic and the built-in functions."""
