package jordfell.core.keys;

/**
 * The keys that a phone has: those on its own edge, on each of its pages, then those of its sidecars.
 *
 * @param keys on one page of the phone itself
 * @param pages how many pages the phone turns
 * @param sidecars how many key modules stand beside it
 * @param sidecarKeys on one of these
 */
public record KeyBank(int keys, int pages, int sidecars, int sidecarKeys) {

    public KeyBank {
        if (keys < 0 || pages < 0 || sidecars < 0 || sidecarKeys < 0) {
            throw new IllegalArgumentException("a bank of keys has no negative part");
        }
    }

    /** How many keys there are in all; positions run from 1 to this. */
    public int size() {
        return keys * pages + sidecars * sidecarKeys;
    }

    /** Where a position is. @throws IllegalArgumentException if this phone has no such key */
    public KeyPlace place(int position) {
        if (position < 1 || position > size()) {
            throw new IllegalArgumentException("there is no key " + position);
        }
        int onPhone = keys * pages;
        return position <= onPhone
                ? new KeyPlace(0, (position - 1) / keys + 1, (position - 1) % keys + 1)
                : new KeyPlace(
                        (position - onPhone - 1) / sidecarKeys + 1, 1, (position - onPhone - 1) % sidecarKeys + 1);
    }

    /** The position that this place has here, or would have if the phone had it. */
    public int position(KeyPlace place) {
        return place.sidecar() == 0
                ? (place.page() - 1) * keys + place.slot()
                : keys * pages + (place.sidecar() - 1) * sidecarKeys + place.slot();
    }
}
