package jordfell.server.answer;

/** A record was made: its id. */
public record Made(long id) {}
