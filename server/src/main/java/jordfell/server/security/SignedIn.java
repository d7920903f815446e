package jordfell.server.security;

import java.io.Serializable;

/** Somebody who is signed in. */
public record SignedIn(String login, String name, Role role) implements Serializable {}
