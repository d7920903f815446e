/**
 * What can be made to go wrong in a world on purpose: at a site, at a registrar node, or with the names of a domain.
 */
@NullMarked
package jordfell.lab.fault;

import org.jspecify.annotations.NullMarked;
