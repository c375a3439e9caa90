package evenharbor.app.overview.sftp;

import java.io.IOException;
import java.nio.channels.Channel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.CopyOption;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.SftpFileSystemAccessor;
import org.apache.sshd.sftp.server.SftpSubsystemProxy;

/** Carries out what programs ask for on the files of their session. */
final class StagedFiles implements SftpFileSystemAccessor {

    private final Function<FileSystem, SftpSession> sessions;

    /** @param sessions the session of the names that a path belongs to */
    StagedFiles(Function<FileSystem, SftpSession> sessions) {
        this.sessions = sessions;
    }

    private SftpSession session(Path path) {
        return sessions.apply(path.getFileSystem());
    }

    @Override
    public SeekableByteChannel openFile(
            SftpSubsystemProxy subsystem,
            FileHandle fileHandle,
            Path file,
            String handle,
            Set<? extends OpenOption> options,
            FileAttribute<?>... attrs)
            throws IOException {
        SftpSession session = session(file);
        if (options.contains(StandardOpenOption.WRITE) || options.contains(StandardOpenOption.APPEND)) {
            session.changes();
        }
        return session.staging().open(file, options);
    }

    @Override
    public void closeFile(
            SftpSubsystemProxy subsystem,
            FileHandle fileHandle,
            Path file,
            String handle,
            Channel channel,
            Set<? extends OpenOption> options)
            throws IOException {
        channel.close();
        SftpSession session = session(file);
        // What is open when a line is cut is closed after its session has ended.
        if (session != null) {
            session.staging().closed(channel);
            session.word();
        }
    }

    @Override
    public Map<String, ?> readFileAttributes(
            SftpSubsystemProxy subsystem, Path file, String view, LinkOption... options) throws IOException {
        Map<String, Object> attributes = new TreeMap<>(Files.readAttributes(file, view, options));
        if (attributes.containsKey("size") && Files.isRegularFile(file)) {
            attributes.put("size", session(file).staging().size(file));
        }
        return attributes;
    }

    @Override
    public void setFileAttribute(
            SftpSubsystemProxy subsystem, Path file, String view, String attribute, Object value, LinkOption... options)
            throws IOException {
        session(file).changes();
        if (attribute.equals("size")) {
            Set<OpenOption> writing = Set.of(StandardOpenOption.WRITE);
            try (SeekableByteChannel channel = session(file).staging().open(file, writing)) {
                channel.truncate(((Number) value).longValue());
            }
        } else {
            SftpFileSystemAccessor.super.setFileAttribute(subsystem, file, view, attribute, value, options);
        }
    }

    @Override
    public void createDirectory(SftpSubsystemProxy subsystem, Path path) throws IOException {
        session(path).changes();
        session(path).staging().createDirectory(path);
    }

    @Override
    public void createLink(SftpSubsystemProxy subsystem, Path link, Path existing, boolean symLink) {
        throw new UnsupportedOperationException("A site has no links.");
    }

    @Override
    public void renameFile(SftpSubsystemProxy subsystem, Path from, Path to, Collection<CopyOption> options)
            throws IOException {
        session(from).changes();
        session(from).staging().rename(from, to, options);
    }

    @Override
    public void copyFile(SftpSubsystemProxy subsystem, Path from, Path to, Collection<CopyOption> options) {
        throw new UnsupportedOperationException("Send the file again by its other name.");
    }

    @Override
    public void removeFile(SftpSubsystemProxy subsystem, Path path, boolean isDirectory) throws IOException {
        session(path).changes();
        session(path).staging().remove(path);
    }
}
