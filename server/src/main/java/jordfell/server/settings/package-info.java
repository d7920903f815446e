/** What each layer says: settings, layouts of keys, and which template extends which. */
@NullMarked
package jordfell.server.settings;

import org.jspecify.annotations.NullMarked;
