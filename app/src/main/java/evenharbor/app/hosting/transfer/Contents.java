package evenharbor.app.hosting.transfer;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.channels.SeekableByteChannel;

/** Where the contents of files come from. May be used by several threads. */
public interface Contents {

    /** A content, to be read from its beginning. */
    SeekableByteChannel open(String hash) throws IOException;

    /** The same as a stream; closing it closes the content. */
    default InputStream stream(String hash) throws IOException {
        return Channels.newInputStream(open(hash));
    }
}
