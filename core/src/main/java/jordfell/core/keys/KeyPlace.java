package jordfell.core.keys;

/**
 * Where a key is.
 *
 * @param sidecar 0 for the phone itself, else which of its sidecars
 * @param page from 1
 * @param slot from 1, top to bottom
 */
public record KeyPlace(int sidecar, int page, int slot) {

    @Override
    public String toString() {
        return sidecar > 0
                ? "sidecar " + sidecar + ", key " + slot
                : page > 1 ? "page " + page + ", key " + slot : "key " + slot;
    }
}
