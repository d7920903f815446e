/**
 * What a node does with what reaches it: registrations go to the registrar, calls go where the dial lists, diversions and
 * groups send them, as a proxy with transactions that stays in their path (RFC 3261 §16, §17).
 */
@NullMarked
package jordfell.lab.calls;

import org.jspecify.annotations.NullMarked;
