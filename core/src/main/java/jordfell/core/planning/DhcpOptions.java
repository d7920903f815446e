package jordfell.core.planning;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What the network's owner writes into a DHCP server so that phones find their configuration: options 66 (RFC 2132 §9.4),
 * 150 (RFC 5859), 160, and option 43 (RFC 2132 §8.4), whose value is a row of codes, lengths and values.
 */
public final class DhcpOptions {

    private static final int LONGEST_VALUE = 255;

    private DhcpOptions() {}

    /** One option: its code, its value as people read it, and the value's bytes as hexadecimal digits. */
    public record Option(int code, String name, String value, String hex) {}

    /**
     * A part of option 43.
     *
     * @param code what the maker means by it, 1 to 254
     */
    public record Part(int code, String value) {}

    /**
     * All options of a site.
     *
     * @param url where its phones fetch over HTTP
     * @param tftpAddress the TFTP server's IPv4 address
     */
    public static List<Option> of(String url, String tftpAddress) {
        List<Option> options = new ArrayList<>();
        options.add(new Option(66, "TFTP server name, here the address of the files", url, hex(url)));
        options.add(new Option(150, "TFTP server address", tftpAddress, addressHex(tftpAddress)));
        options.add(new Option(160, "Address of the files", url, hex(url)));
        options.add(new Option(
                43,
                "Vendor-specific: part 1 is the address of the files",
                url,
                encapsulated(List.of(new Part(1, url)))));
        return List.copyOf(options);
    }

    /**
     * The bytes of option 43.
     *
     * @throws IllegalArgumentException if a part is longer than 255 bytes or the whole is
     */
    public static String encapsulated(List<Part> parts) {
        StringBuilder out = new StringBuilder();
        for (Part part : parts) {
            byte[] value = part.value().getBytes(StandardCharsets.UTF_8);
            if (value.length > LONGEST_VALUE || part.code() < 1 || part.code() > 254) {
                throw new IllegalArgumentException(
                        "part " + part.code() + " has " + value.length + " bytes; 255 fit, and codes are 1 to 254");
            }
            out.append(octet(part.code())).append(octet(value.length)).append(hex(part.value()));
        }
        if (out.length() / 2 > LONGEST_VALUE) {
            throw new IllegalArgumentException("option 43 would have " + out.length() / 2 + " bytes; 255 fit");
        }
        return out.toString();
    }

    private static String hex(String text) {
        StringBuilder out = new StringBuilder();
        for (byte b : text.getBytes(StandardCharsets.UTF_8)) {
            out.append(octet(b & 0xff));
        }
        return out.toString();
    }

    private static String addressHex(String address) {
        StringBuilder out = new StringBuilder();
        for (String part : address.split("\\.")) {
            out.append(octet(Integer.parseInt(part)));
        }
        return out.toString();
    }

    private static String octet(int value) {
        return String.format(Locale.ROOT, "%02x", value);
    }
}
