/**
 * What stands in a phonebook and how it is written for a phone: contacts by the roster’s rule or of one’s own, their names in
 * order, their numbers as they are dialled. Where it lies and who fetched it is left to others.
 */
@NullMarked
package jordfell.core.phonebook;

import org.jspecify.annotations.NullMarked;
