package jordfell.core.render;

import jordfell.core.identity.MacAddress;

/** A family's configuration language: how its file is named and written. */
public interface Dialect {

    /** The family's key, as models name it. */
    String family();

    String contentType();

    /** The name under which this device asks for its file. */
    String fileName(MacAddress mac);

    /** The file's text. Equal input gives equal text. */
    String render(DeviceConfig config);
}
