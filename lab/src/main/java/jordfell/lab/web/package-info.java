/** What stands in for the web outside. */
@NullMarked
package jordfell.lab.web;

import org.jspecify.annotations.NullMarked;
