package jordfell.core.tftp;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** A packet of the trivial file transfer protocol (RFC 1350 §5, RFC 2347). */
public sealed interface TftpPacket {

    /** A request to read a file; options by lower-case name, in the order in which they were asked for. */
    record Read(String file, String mode, Map<String, String> options) implements TftpPacket {}

    /** A request to write one: it is always refused. */
    record Write(String file) implements TftpPacket {}

    /** A block of the file; it is written and forgotten, never compared. */
    @SuppressWarnings("ArrayRecordComponent")
    record Data(int block, byte[] bytes) implements TftpPacket {
        @Override
        public String toString() {
            return "Data[" + block + ", " + bytes.length + " bytes]";
        }
    }

    record Ack(int block) implements TftpPacket {}

    /** What went wrong, by the codes of RFC 1350 §5 and RFC 2347. */
    record Fault(int code, String message) implements TftpPacket {
        public static final int NOT_FOUND = 1;
        public static final int ACCESS_VIOLATION = 2;
        public static final int ILLEGAL_OPERATION = 4;
        public static final int UNKNOWN_TRANSFER = 5;
        public static final int REFUSED_OPTIONS = 8;
    }

    /** Which options are taken, and with which values (RFC 2347). */
    record OptionAck(Map<String, String> options) implements TftpPacket {}

    /** Bytes that are no packet. */
    record Broken(String why) implements TftpPacket {}

    /** A request longer than this is broken: RFC 2347 keeps requests within one packet of 512 bytes. */
    int LONGEST_REQUEST = 512;

    static TftpPacket parse(byte[] bytes) {
        if (bytes.length < 4) {
            return new Broken("it has " + bytes.length + " bytes; every packet has at least 4");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        int opcode = in.getShort() & 0xffff;
        return switch (opcode) {
            case 1, 2 -> request(opcode, bytes);
            case 3 -> new Data(in.getShort() & 0xffff, rest(in));
            case 4 -> new Ack(in.getShort() & 0xffff);
            case 5 -> new Fault(in.getShort() & 0xffff, new String(rest(in), StandardCharsets.UTF_8).replace("\0", ""));
            case 6 -> options(strings(bytes, 2));
            default -> new Broken("there is no operation " + opcode);
        };
    }

    /** As it goes over the wire. */
    default byte[] wire() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (this instanceof Read read) {
            number(out, 1);
            text(out, read.file());
            text(out, read.mode());
            read.options().forEach((name, value) -> {
                text(out, name);
                text(out, value);
            });
        } else if (this instanceof Write write) {
            number(out, 2);
            text(out, write.file());
            text(out, "octet");
        } else if (this instanceof Data data) {
            number(out, 3);
            number(out, data.block());
            out.writeBytes(data.bytes());
        } else if (this instanceof Ack ack) {
            number(out, 4);
            number(out, ack.block());
        } else if (this instanceof Fault fault) {
            number(out, 5);
            number(out, fault.code());
            text(out, fault.message());
        } else if (this instanceof OptionAck taken) {
            number(out, 6);
            taken.options().forEach((name, value) -> {
                text(out, name);
                text(out, value);
            });
        }
        return out.toByteArray();
    }

    private static TftpPacket request(int opcode, byte[] bytes) {
        if (bytes.length > LONGEST_REQUEST) {
            return new Broken("a request of " + bytes.length + " bytes; at most " + LONGEST_REQUEST + " fit");
        }
        List<String> parts = strings(bytes, 2);
        if (parts.size() < 2 || parts.size() % 2 != 0 || bytes[bytes.length - 1] != 0) {
            return new Broken("a request has a file, a mode and pairs of options, each ended by a zero byte");
        }
        if (opcode == 2) {
            return new Write(parts.get(0));
        }
        Map<String, String> options = new LinkedHashMap<>();
        for (int i = 2; i < parts.size(); i += 2) {
            options.putIfAbsent(parts.get(i).toLowerCase(Locale.ROOT), parts.get(i + 1));
        }
        return new Read(parts.get(0), parts.get(1).toLowerCase(Locale.ROOT), options);
    }

    private static TftpPacket options(List<String> parts) {
        Map<String, String> options = new LinkedHashMap<>();
        for (int i = 0; i + 1 < parts.size(); i += 2) {
            options.put(parts.get(i).toLowerCase(Locale.ROOT), parts.get(i + 1));
        }
        return new OptionAck(options);
    }

    private static List<String> strings(byte[] bytes, int from) {
        List<String> strings = new ArrayList<>();
        int start = from;
        for (int i = from; i < bytes.length; i++) {
            if (bytes[i] == 0) {
                strings.add(new String(bytes, start, i - start, StandardCharsets.UTF_8));
                start = i + 1;
            }
        }
        return strings;
    }

    private static byte[] rest(ByteBuffer in) {
        byte[] rest = new byte[in.remaining()];
        in.get(rest);
        return rest;
    }

    private static void number(ByteArrayOutputStream out, int number) {
        out.write(number >> 8);
        out.write(number);
    }

    private static void text(ByteArrayOutputStream out, String text) {
        out.writeBytes(text.getBytes(StandardCharsets.UTF_8));
        out.write(0);
    }
}
