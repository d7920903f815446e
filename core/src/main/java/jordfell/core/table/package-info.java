/**
 * Tables that people bring along, as bytes of unknown origin: decides encoding, delimiter and headings, and writes
 * tables that a spreadsheet program can't be made to run. What the columns mean is for others.
 */
@NullMarked
package jordfell.core.table;

import org.jspecify.annotations.NullMarked;
