package jordfell.server.config;

import jakarta.servlet.Filter;

/** Stands before everything that comes in by HTTP, whether people or phones ask. */
public interface Gate extends Filter {}
