/** The stores and row types of every aggregate: what is on record, and the SQL that keeps it. */
@NullMarked
package jordfell.server.records;

import org.jspecify.annotations.NullMarked;
