package jordfell.core.sip;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;

/**
 * A device's {@code +sip.instance} (RFC 5626 §4.1). The node field of a version-1 UUID is the device's MAC address
 * (RFC 9562 §5.1), so that a REGISTER can be traced to a device even when its user is unknown.
 */
public final class InstanceId {

    private static final Pattern UUID_NODE =
            Pattern.compile("urn:uuid:[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-1[0-9a-fA-F]{3}-[0-9a-fA-F]{4}-([0-9a-fA-F]{12})");

    private InstanceId() {}

    /** The URN a device of this address uses, always the same. */
    public static String of(MacAddress mac) {
        return "urn:uuid:00000000-0000-1000-8000-" + mac.compact().toLowerCase(Locale.ROOT);
    }

    /** The address inside a contact's instance, if there is one. */
    public static Optional<MacAddress> macIn(SipAddress contact) {
        return contact.param("+sip.instance").flatMap(value -> {
            Matcher matcher = UUID_NODE.matcher(value);
            return matcher.find() && MacReader.read(matcher.group(1)) instanceof MacReading.Valid valid
                    ? Optional.of(valid.mac())
                    : Optional.empty();
        });
    }
}
