package jordfell.core.render;

import jordfell.core.settings.ResolvedSettings;

/**
 * One line as it goes into a configuration.
 *
 * @param position 1 for the first line
 * @param password in clear; only rendering and sealing ever see it
 * @param settings the line's own settings
 */
public record Station(int position, String number, String authUser, String password, ResolvedSettings settings) {

    @Override
    public String toString() {
        return "Station[" + position + ", " + number + "]";
    }
}
