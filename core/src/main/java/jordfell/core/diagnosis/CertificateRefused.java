package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.milestone.CertificateRefusals;

/** <em>certificate-refused</em>: it broke off when a node showed its certificate, and said why (RFC 8446 §6.2). */
final class CertificateRefused implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        boolean isRegistered = device.path().lines().stream().allMatch(line -> line.accepted(device.now()));
        return isRegistered
                ? List.of()
                : device.reached().certificate().stream()
                        .map(refused -> told(device, refused))
                        .toList();
    }

    private static Finding told(CaseOf device, CertificateRefusals refused) {
        String node = refused.newest().node();
        String alert = refused.newest().alert();
        String words = switch (alert) {
            case "certificate_expired" ->
                "By its clock the certificate of " + node + " is not valid, so it breaks off.";
            case "unknown_ca" -> "It knows nobody who vouches for the certificate of " + node + ", so it breaks off.";
            default -> "It takes the certificate of " + node + " for a bad one, so it breaks off.";
        };
        int sharing = refused.newest().sharing();
        Finding.Telling telling = sharing <= 1
                ? Finding.certain(Cause.CERTIFICATE_REFUSED, words)
                : Finding.likely(
                        Cause.CERTIFICATE_REFUSED,
                        "It registers no more, and at its address, which " + sharing
                                + " devices have, the certificate of " + node + " is not taken: "
                                + alert.replace('_', ' ') + ".",
                        "Its own log, or a capture taken behind its router.");
        return telling.variant(node + " " + alert)
                .brief("takes no certificate of " + node)
                .detail(detail(alert) + " That was said " + NeverAnswersChallenge.times(refused.times())
                        + " since it was heard last.")
                .since(refused.since())
                .tries(refused.times())
                .shownBy("handshake with " + node + " → " + alert.replace('_', ' '))
                .remedies(Remedy.advice(remedy(alert, node, device.facts().site())));
    }

    private static String detail(String alert) {
        return switch (alert) {
            case "certificate_expired" -> "Either the certificate has run out, or the phone’s clock is wrong.";
            case "unknown_ca" -> "Whoever signed the certificate is not among those that the phone trusts.";
            default -> "So it says of one that is for another name, or broken.";
        };
    }

    private static String remedy(String alert, String node, String site) {
        return switch (alert) {
            case "certificate_expired" ->
                "See until when the certificate of " + node
                        + " is valid; if it still is, see whether the time server of " + site
                        + " answers, and restart the phone.";
            case "unknown_ca" ->
                "Give " + node + " a certificate of an authority that the phone knows, or the phone that authority.";
            default ->
                "See whether the certificate of " + node + " is for the name of the domain that the phone was sent.";
        };
    }
}
