package jordfell.lab.phone;

import java.util.Optional;

/**
 * What a phone shows while it is called, and after it.
 *
 * @param number as it came: who is asserted to call (RFC 3325 §9.1), or else says so
 * @param found in its phonebooks
 */
public record ShownCaller(String number, Optional<FoundEntry> found) {

    /** What stands on its screen. */
    public String name() {
        return found.map(f -> f.entry().shown()).orElse(number);
    }
}
