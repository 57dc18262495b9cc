"""Text as people type it, made fit to keep."""


def clean_text(text: str) -> str:
    """Text without control characters, which no database field takes; line breaks stay."""
    return "".join(
        letter
        for letter in text.replace("\r\n", "\n")
        if letter == "\n" or letter.isprintable() or letter in "\u200d\u200e\u200f\u2066\u2067\u2068\u2069"
    )
