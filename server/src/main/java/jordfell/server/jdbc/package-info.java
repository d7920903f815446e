/** Transactions, statements and rows over plain JDBC. */
@NullMarked
package jordfell.server.jdbc;

import org.jspecify.annotations.NullMarked;
