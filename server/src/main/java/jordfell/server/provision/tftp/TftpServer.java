package jordfell.server.provision.tftp;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.tftp.TftpPacket;
import jordfell.core.tftp.TftpPacket.Fault;
import jordfell.core.tftp.TftpTransfer;
import jordfell.server.config.JordfellProperties;
import jordfell.server.provision.PhoneAnswer;
import jordfell.server.provision.PhoneRequest;
import jordfell.server.provision.Provisioning;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Serves the same files as HTTP under {@code <site's part>/<file>}, read-only. Each transfer has a socket of its own, as
 * RFC 1350 §4 asks. Only octet mode: a configuration must arrive as it was rendered.
 */
@Component
public class TftpServer {

    private static final Logger log = LoggerFactory.getLogger(TftpServer.class);
    private static final int MOST_TRANSFERS = 32;
    private static final int MOST_WAITING = 200;
    private static final int MOST_SENDINGS = 5;

    /** One source leaves room for the others. */
    private static final int MOST_PER_SOURCE = 16;

    /** A client that acknowledges each block late keeps its place no longer than this, in nanoseconds. */
    private static final long LONGEST = Duration.ofSeconds(60).toNanos();

    private static final int PER_SOURCE_AND_SECOND = 100;

    private final Provisioning provisioning;
    private final int wantedPort;
    private final LoadingCache<InetAddress, Bucket> bySource = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(Duration.ofSeconds(10))
            .build(key -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(PER_SOURCE_AND_SECOND)
                            .refillGreedy(PER_SOURCE_AND_SECOND, Duration.ofSeconds(1)))
                    .build());
    private final ThreadPoolExecutor transfers = new ThreadPoolExecutor(
            MOST_TRANSFERS, MOST_TRANSFERS, 30, TimeUnit.SECONDS, new ArrayBlockingQueue<>(MOST_WAITING), task -> {
                Thread thread = new Thread(task, "tftp");
                thread.setDaemon(true);
                return thread;
            });
    private final Map<InetAddress, AtomicInteger> present = new ConcurrentHashMap<>();
    private volatile Optional<DatagramSocket> socket = Optional.empty();

    TftpServer(Provisioning provisioning, JordfellProperties properties) {
        this.provisioning = provisioning;
        this.wantedPort = properties.tftpPort();
        transfers.allowCoreThreadTimeOut(true);
    }

    @EventListener(ApplicationReadyEvent.class)
    void open() throws IOException {
        DatagramSocket opened = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), wantedPort));
        socket = Optional.of(opened);
        Thread listener = new Thread(() -> listen(opened), "tftp-listener");
        listener.setDaemon(true);
        listener.start();
    }

    /** The UDP port it listens on; 0 before it does. */
    public int port() {
        return socket.map(DatagramSocket::getLocalPort).orElse(0);
    }

    @PreDestroy
    void close() {
        socket.ifPresent(DatagramSocket::close);
        transfers.shutdownNow();
    }

    private void listen(DatagramSocket listening) {
        byte[] buffer = new byte[TftpPacket.LONGEST_REQUEST + 1];
        while (!listening.isClosed()) {
            try {
                DatagramPacket datagram = new DatagramPacket(buffer, buffer.length);
                listening.receive(datagram);
                byte[] bytes = Arrays.copyOf(datagram.getData(), datagram.getLength());
                take(TftpPacket.parse(bytes), datagram.getAddress(), datagram.getSocketAddress());
            } catch (IOException e) {
                if (!listening.isClosed()) {
                    log.warn("A TFTP request could not be read: {}", e.getMessage());
                }
            }
        }
    }

    private void take(TftpPacket packet, InetAddress source, SocketAddress client) {
        if (!bySource.get(source).tryConsume(1)) {
            return;
        }
        if (packet instanceof TftpPacket.Read read) {
            begin(read, source, client);
        } else if (packet instanceof Fault) {
            // RFC 1350 §7: an error is not answered, least of all with an error.
        } else if (packet instanceof TftpPacket.Write) {
            refuse(client, new Fault(Fault.ACCESS_VIOLATION, "Nothing can be written here."));
        } else {
            refuse(client, new Fault(Fault.ILLEGAL_OPERATION, "This is no request."));
        }
    }

    /** Without room the client is not answered: it asks again, and a refusal would end its patience. */
    private void begin(TftpPacket.Read read, InetAddress source, SocketAddress client) {
        AtomicInteger open = present.computeIfAbsent(source, s -> new AtomicInteger());
        if (open.incrementAndGet() > MOST_PER_SOURCE) {
            ended(source);
            return;
        }
        try {
            transfers.execute(() -> {
                try {
                    serve(read, source, client);
                } finally {
                    ended(source);
                }
            });
        } catch (RejectedExecutionException e) {
            ended(source);
        }
    }

    private void ended(InetAddress source) {
        present.computeIfPresent(source, (s, open) -> open.decrementAndGet() <= 0 ? null : open);
    }

    private void serve(TftpPacket.Read read, InetAddress source, SocketAddress client) {
        try (DatagramSocket own = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0))) {
            if (!read.mode().equals("octet")) {
                send(own, client, new Fault(Fault.ILLEGAL_OPERATION, "Only octet mode is served."));
                return;
            }
            PhoneAnswer answer = provisioning.answer(request(read.file(), source));
            if (answer.status() != 200) {
                send(own, client, fault(answer.status()));
                return;
            }
            if (send(own, client, new TftpTransfer(read, answer.body().getBytes(StandardCharsets.UTF_8)))) {
                provisioning.delivered(answer);
            }
        } catch (IOException e) {
            log.debug("A TFTP transfer ended early: {}", e.getMessage());
        }
    }

    /** {@code site/file}; a leading slash is not minded. Anything else names nothing. */
    private static PhoneRequest request(String name, InetAddress source) {
        String[] parts = name.replaceFirst("^/", "").split("/", -1);
        boolean two = parts.length == 2 && name.length() <= 200;
        return PhoneRequest.byTftp(two ? parts[0] : "", two ? parts[1] : "", source.getHostAddress());
    }

    private static Fault fault(int status) {
        return status == 404
                ? new Fault(Fault.NOT_FOUND, "There is no such file.")
                : new Fault(Fault.ACCESS_VIOLATION, "This file is not given from here.");
    }

    /** Whether the client acknowledged the file to its end. */
    private static boolean send(DatagramSocket own, SocketAddress client, TftpTransfer transfer) throws IOException {
        long end = System.nanoTime() + LONGEST;
        byte[] buffer = new byte[TftpPacket.LONGEST_REQUEST];
        int sendings = 0;
        Optional<TftpPacket> present = transfer.present();
        while (present.isPresent() && sendings < MOST_SENDINGS && System.nanoTime() < end) {
            send(own, client, present.get());
            sendings++;
            if (isAcknowledged(own, client, transfer, buffer)) {
                sendings = 0;
                present = transfer.present();
            }
        }
        return present.isEmpty();
    }

    /** Waits for the acknowledgement of what was sent; packets of others are told off (RFC 1350 §4). */
    private static boolean isAcknowledged(
            DatagramSocket own, SocketAddress client, TftpTransfer transfer, byte[] buffer) throws IOException {
        long until = System.nanoTime() + transfer.timeout().toNanos();
        for (long left = until - System.nanoTime(); left > 0; left = until - System.nanoTime()) {
            own.setSoTimeout((int) Math.max(1, TimeUnit.NANOSECONDS.toMillis(left)));
            DatagramPacket datagram = new DatagramPacket(buffer, buffer.length);
            try {
                own.receive(datagram);
            } catch (SocketTimeoutException e) {
                return false;
            }
            TftpPacket packet = TftpPacket.parse(Arrays.copyOf(datagram.getData(), datagram.getLength()));
            boolean others = !datagram.getSocketAddress().equals(client);
            if (packet instanceof Fault fault) {
                if (!others) {
                    throw new IOException("the client ended it: " + fault.code());
                }
            } else if (others) {
                send(own, datagram.getSocketAddress(), new Fault(Fault.UNKNOWN_TRANSFER, "This is another transfer."));
            } else if (packet instanceof TftpPacket.Ack ack && transfer.acknowledge(ack.block())) {
                return true;
            }
        }
        return false;
    }

    private void refuse(SocketAddress client, Fault fault) {
        socket.ifPresent(s -> {
            try {
                send(s, client, fault);
            } catch (IOException e) {
                log.debug("A TFTP refusal could not be sent: {}", e.getMessage());
            }
        });
    }

    private static void send(DatagramSocket from, SocketAddress to, TftpPacket packet) throws IOException {
        byte[] bytes = packet.wire();
        from.send(new DatagramPacket(bytes, bytes.length, to));
    }
}
