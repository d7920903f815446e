/**
 * What is kept of a device's evidence for ever: each observation moves the milestones on, and may be forgotten after that.
 * Decides nothing about the device; its path and its findings are read from here.
 */
@NullMarked
package jordfell.core.milestone;

import org.jspecify.annotations.NullMarked;
