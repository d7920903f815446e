/**
 * What somebody wants kept, checked: everything that won't do is told at once, each at its place, whoever wrote it, a form, a
 * table or a document. What may be kept is decided by the rule of each subject; it leaves answering to who asked.
 */
@NullMarked
package jordfell.core.wish;

import org.jspecify.annotations.NullMarked;
