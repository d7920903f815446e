/** A stand-in for a mail server: takes what is sent and shows it. */
@NullMarked
package jordfell.lab.mail;

import org.jspecify.annotations.NullMarked;
