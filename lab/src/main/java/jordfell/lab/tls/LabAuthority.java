package jordfell.lab.tls;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collection;
import java.util.Date;
import java.util.List;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/**
 * A small certificate authority: whoever trusts its certificate can register by TLS. The registrar’s own certificate is made
 * anew whenever it starts, for the names of its domains (RFC 5922 §7.1).
 */
public final class LabAuthority {

    private static final String NAME = "CN=Jordfell Lab authority";
    private static final String SIGNED_BY = "SHA256withECDSA";
    private static final Duration AUTHORITY_LASTS = Duration.ofDays(3_650);
    private static final Duration SERVER_LASTS = Duration.ofDays(397);

    /** Clocks of agents may be behind. */
    private static final Duration EARLIER = Duration.ofDays(1);

    private static final int SERIAL_BITS = 120;
    private static final char[] UNGUARDED = "lab".toCharArray();

    private final X509Certificate certificate;
    private final PrivateKey key;

    private LabAuthority(X509Certificate certificate, PrivateKey key) {
        this.certificate = certificate;
        this.key = key;
    }

    /** A new one. */
    public static LabAuthority make(Instant now) {
        try {
            KeyPair pair = pair();
            JcaX509v3CertificateBuilder builder =
                    builder(new X500Name(NAME), new X500Name(NAME), pair, now, AUTHORITY_LASTS);
            builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(0));
            builder.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign));
            return new LabAuthority(signed(builder, pair.getPrivate()), pair.getPrivate());
        } catch (GeneralSecurityException | IOException | OperatorCreationException e) {
            throw new IllegalStateException("no certificate could be made", e);
        }
    }

    /**
     * The one that was kept.
     *
     * @throws IllegalArgumentException if the texts are not what {@link #pem} and {@link #secret} gave
     */
    public static LabAuthority of(String pem, String secret) {
        try {
            Certificate read = CertificateFactory.getInstance("X.509")
                    .generateCertificate(new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)));
            PrivateKey key = KeyFactory.getInstance("EC")
                    .generatePrivate(new PKCS8EncodedKeySpec(Base64.getDecoder().decode(secret)));
            return new LabAuthority((X509Certificate) read, key);
        } catch (GeneralSecurityException e) {
            throw new IllegalArgumentException("no authority was kept in these texts", e);
        }
    }

    /** Its certificate, for agents to trust. */
    public String pem() {
        StringWriter text = new StringWriter();
        try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
            writer.writeObject(certificate);
        } catch (IOException e) {
            throw new IllegalStateException("a text can be written", e);
        }
        return text.toString();
    }

    /** Its private key, to be kept sealed. */
    public String secret() {
        return Base64.getEncoder().encodeToString(key.getEncoded());
    }

    /** For agents that trust it. */
    public X509Certificate certificate() {
        return certificate;
    }

    /** A server’s certificate for these names, from one moment to another. */
    public X509Certificate issue(Collection<String> names, Instant from, Instant until) {
        try {
            JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                    new X500Name(NAME),
                    new BigInteger(SERIAL_BITS, new SecureRandom()),
                    Date.from(from),
                    Date.from(until),
                    new X500Name("CN=Jordfell Lab node"),
                    pair().getPublic());
            builder.addExtension(Extension.subjectAlternativeName, false, names(names));
            return signed(builder, key);
        } catch (GeneralSecurityException | IOException | OperatorCreationException e) {
            throw new IllegalStateException("no certificate could be made", e);
        }
    }

    private static GeneralNames names(Collection<String> names) {
        return new GeneralNames(names.stream()
                .map(name -> new GeneralName(GeneralName.dNSName, name))
                .toArray(GeneralName[]::new));
    }

    /** What a server speaks TLS with that goes by these names. */
    public SSLContext context(Collection<String> names, Instant now) {
        try {
            KeyPair pair = pair();
            JcaX509v3CertificateBuilder builder =
                    builder(new X500Name(NAME), new X500Name("CN=Jordfell Lab registrar"), pair, now, SERVER_LASTS);
            List<GeneralName> all = new ArrayList<>();
            names.forEach(name -> all.add(new GeneralName(GeneralName.dNSName, name)));
            all.add(new GeneralName(GeneralName.dNSName, "localhost"));
            all.add(new GeneralName(GeneralName.iPAddress, "127.0.0.1"));
            builder.addExtension(
                    Extension.subjectAlternativeName, false, new GeneralNames(all.toArray(new GeneralName[0])));
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(null, UNGUARDED);
            store.setKeyEntry(
                    "registrar", pair.getPrivate(), UNGUARDED, new Certificate[] {signed(builder, key), certificate});
            KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
            keys.init(store, UNGUARDED);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(keys.getKeyManagers(), null, new SecureRandom());
            return context;
        } catch (GeneralSecurityException | IOException | OperatorCreationException e) {
            throw new IllegalStateException("no certificate could be made", e);
        }
    }

    private static KeyPair pair() throws GeneralSecurityException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec("secp256r1"));
        return generator.generateKeyPair();
    }

    private static JcaX509v3CertificateBuilder builder(
            X500Name by, X500Name whose, KeyPair pair, Instant now, Duration lasts) {
        return new JcaX509v3CertificateBuilder(
                by,
                new BigInteger(SERIAL_BITS, new SecureRandom()),
                Date.from(now.minus(EARLIER)),
                Date.from(now.plus(lasts)),
                whose,
                pair.getPublic());
    }

    private static X509Certificate signed(JcaX509v3CertificateBuilder builder, PrivateKey by)
            throws GeneralSecurityException, OperatorCreationException {
        return new JcaX509CertificateConverter()
                .getCertificate(builder.build(new JcaContentSignerBuilder(SIGNED_BY).build(by)));
    }
}
