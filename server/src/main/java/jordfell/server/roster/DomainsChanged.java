package jordfell.server.roster;

/** Domains, or the nodes of one, were added or changed, and that is committed. */
public record DomainsChanged() {}
