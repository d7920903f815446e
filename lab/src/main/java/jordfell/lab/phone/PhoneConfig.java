package jordfell.lab.phone;

import java.util.List;

/**
 * What a phone took from its file.
 *
 * @param askEvery seconds between two looks for changes
 * @param tryAgain seconds to wait after a refused registration
 */
public record PhoneConfig(String name, List<Station> stations, int askEvery, int tryAgain) {

    public PhoneConfig {
        stations = List.copyOf(stations);
    }

    /** One line of the phone. */
    public record Station(
            int position, String number, String authUser, String password, String home, int lease, int ownPort) {
        @Override
        public String toString() {
            return "Station[" + position + ", " + number + "]";
        }
    }
}
