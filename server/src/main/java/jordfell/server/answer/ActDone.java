package jordfell.server.answer;

/** Something was done that can be undone under this number. */
public record ActDone(long actId) {}
