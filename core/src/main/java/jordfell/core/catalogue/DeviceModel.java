package jordfell.core.catalogue;

import java.util.List;
import jordfell.core.keys.KeyBank;

/**
 * A model of device and what it can hold.
 *
 * @param id stable key, such as {@code korrin-k24}
 * @param family the dialect it reads; empty if nobody makes files for it
 * @param lines most lines it can register
 * @param keys programmable keys on one page
 * @param pages how many pages of keys it turns
 * @param sidecarKeys keys of one sidecar; 0 if it takes none
 * @param passwordField most characters its password field holds; longer ones are cut by the phone
 * @param labelField most characters a line's label may have
 * @param macPrefixes digits that its MAC addresses begin with, in lower case
 * @param serialPrefixes what its serial numbers begin with, in upper case
 */
public record DeviceModel(
        String id,
        String maker,
        String name,
        DeviceKind kind,
        String family,
        int lines,
        int keys,
        int pages,
        int sidecarKeys,
        int passwordField,
        int labelField,
        List<String> macPrefixes,
        List<String> serialPrefixes) {

    public DeviceModel {
        macPrefixes = List.copyOf(macPrefixes);
        serialPrefixes = List.copyOf(serialPrefixes);
    }

    /** A model with one page of keys of which no prefix is known. */
    public DeviceModel(
            String id,
            String maker,
            String name,
            DeviceKind kind,
            String family,
            int lines,
            int keys,
            int passwordField,
            int labelField) {
        this(id, maker, name, kind, family, lines, keys, 1, 0, passwordField, labelField, List.of(), List.of());
    }

    /** Its keys with so many sidecars beside it; those that it can't take are not counted. */
    public KeyBank bank(int sidecars) {
        return new KeyBank(keys, pages, sidecarKeys == 0 ? 0 : sidecars, sidecarKeys);
    }

    public String fullName() {
        return maker + " " + name;
    }

    /** Whether files are made for it; without, a person types what it needs. */
    public boolean readsFiles() {
        return !family.isEmpty();
    }
}
