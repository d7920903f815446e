package jordfell.server.keeping;

/** What is done can’t be kept any more, or can again, or fails otherwise than before. */
public record KeepingMoved() {}
