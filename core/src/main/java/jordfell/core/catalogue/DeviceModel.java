package jordfell.core.catalogue;

import java.util.List;

/**
 * A model of device and what it can hold.
 *
 * @param id stable key, such as {@code korrin-k24}
 * @param family the dialect it reads
 * @param lines most lines it can register
 * @param keys programmable keys
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
        int passwordField,
        int labelField,
        List<String> macPrefixes,
        List<String> serialPrefixes) {

    public DeviceModel {
        macPrefixes = List.copyOf(macPrefixes);
        serialPrefixes = List.copyOf(serialPrefixes);
    }

    /** A model of which no prefix is known. */
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
        this(id, maker, name, kind, family, lines, keys, passwordField, labelField, List.of(), List.of());
    }

    public String fullName() {
        return maker + " " + name;
    }
}
