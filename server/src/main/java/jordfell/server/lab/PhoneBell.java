package jordfell.server.lab;

import jordfell.server.device.FactsAssembler.Assembled;

/** Tells a phone that something waits for it; one that can't be told takes it when it next asks. */
public interface PhoneBell {
    void ring(Assembled device);
}
