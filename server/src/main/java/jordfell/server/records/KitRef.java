package jordfell.server.records;

/** A kit by its id and name. */
public record KitRef(long id, String name) {}
