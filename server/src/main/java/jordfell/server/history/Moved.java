package jordfell.server.history;

/** A device's history moved: it stands elsewhere, a finding opened or ended, or what is shown of it is otherwise. */
public record Moved(long deviceId) {}
