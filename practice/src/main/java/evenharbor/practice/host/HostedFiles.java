package evenharbor.practice.host;

import java.io.File;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.apache.ftpserver.filesystem.nativefs.NativeFileSystemFactory;
import org.apache.ftpserver.filesystem.nativefs.impl.NativeFtpFile;
import org.apache.ftpserver.ftplet.FileSystemFactory;
import org.apache.ftpserver.ftplet.FileSystemView;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpFile;
import org.apache.ftpserver.ftplet.User;

/** An account's files as FTP sees them, with its quota and its faults. */
final class HostedFiles implements FileSystemFactory {

    private final HostingAccount account;
    private final Runnable cut;
    private final NativeFileSystemFactory plain = new NativeFileSystemFactory();

    HostedFiles(HostingAccount account, Runnable cut) {
        this.account = account;
        this.cut = cut;
    }

    @Override
    public FileSystemView createFileSystemView(User user) throws FtpException {
        FileSystemView view = plain.createFileSystemView(user);
        return new FileSystemView() {
            @Override
            public FtpFile getHomeDirectory() throws FtpException {
                return hosted(view.getHomeDirectory(), user);
            }

            @Override
            public FtpFile getWorkingDirectory() throws FtpException {
                return hosted(view.getWorkingDirectory(), user);
            }

            @Override
            public boolean changeWorkingDirectory(String folder) throws FtpException {
                return view.changeWorkingDirectory(folder);
            }

            @Override
            public FtpFile getFile(String file) throws FtpException {
                return hosted(view.getFile(file), user);
            }

            @Override
            public boolean isRandomAccessible() throws FtpException {
                return view.isRandomAccessible();
            }

            @Override
            public void dispose() {
                view.dispose();
            }
        };
    }

    private FtpFile hosted(FtpFile file, User user) {
        return new Hosted(file.getAbsolutePath(), (File) file.getPhysicalFile(), user);
    }

    /** Moves as servers do; what is there is replaced unless the fault says otherwise. */
    static void move(HostingManner manner, Path from, Path to) throws IOException {
        if (manner.is(HostingFault.REFUSES_RENAMES)) {
            throw new IOException("Renaming is not allowed");
        }
        if (manner.is(HostingFault.RENAMES_ONTO_NOTHING) && Files.exists(to)) {
            throw new FileAlreadyExistsException(to.toString());
        }
        Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        if (manner.forgets()) {
            Files.delete(to);
        }
    }

    private final class Hosted extends NativeFtpFile {
        private Hosted(String name, File file, User user) {
            super(name, file, user);
        }

        @Override
        public boolean move(FtpFile to) {
            try {
                HostedFiles.move(account.manner(), getPhysicalFile().toPath(), ((File) to.getPhysicalFile()).toPath());
                return true;
            } catch (IOException e) {
                return false;
            }
        }

        @Override
        public InputStream createInputStream(long offset) throws IOException {
            account.manner().read();
            return super.createInputStream(offset);
        }

        @Override
        public OutputStream createOutputStream(long offset) throws IOException {
            return new FilterOutputStream(super.createOutputStream(offset)) {
                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    if (!account.hasRoom(length)) {
                        throw new HostingManner.Full();
                    }
                    int taken = account.manner().take(length);
                    out.write(bytes, from, taken);
                    if (taken < length) {
                        out.close();
                        cut.run();
                        throw new IOException("Cut");
                    }
                }
            };
        }
    }
}
