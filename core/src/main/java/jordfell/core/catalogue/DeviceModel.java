package jordfell.core.catalogue;

/**
 * A model of device and what it can hold.
 *
 * @param id stable key, such as {@code korrin-k24}
 * @param family the dialect it reads
 * @param lines most lines it can register
 * @param keys programmable keys
 * @param passwordField most characters its password field holds; longer ones are cut by the phone
 * @param labelField most characters a line's label may have
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
        int labelField) {

    public String fullName() {
        return maker + " " + name;
    }
}
