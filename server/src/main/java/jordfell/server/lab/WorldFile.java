package jordfell.server.lab;

import java.util.List;
import jordfell.lab.fault.FaultKind;
import org.jspecify.annotations.Nullable;

/**
 * The Lab’s world as a file that can be kept and sent to somebody else ({@code lab-world.schema.json}): its phones, what goes
 * wrong, and the zone files that were given. Sites, domains and models are meant by their names; no secret is in it.
 *
 * @param format 1
 */
record WorldFile(
        int format,
        @Nullable List<FilePhone> phones,
        @Nullable List<FileFault> faults,
        @Nullable List<FileZone> zones) {

    static final int FORMAT = 1;

    /** @param clockAhead seconds by which its clock is ahead of the time */
    record FilePhone(
            @Nullable String mac,
            @Nullable String model,
            @Nullable String firmware,
            @Nullable String site,
            boolean powered,
            boolean cable,
            long clockAhead) {}

    /**
     * Something that goes wrong.
     *
     * @param at the name of a site or a domain, the host of a node, the MAC of a phone, or so many percent of all phones
     * @param inMinutes after which it begins once the file is loaded
     * @param minutes for which it stays; 0 until somebody switches it off
     */
    record FileFault(
            @Nullable FaultKind kind,
            FaultKind.@Nullable Where where,
            @Nullable String at,
            int amount,
            int inMinutes,
            int minutes) {}

    /** A zone file (RFC 1035 §5). */
    record FileZone(@Nullable String domain, @Nullable String text) {}
}
