/**
 * Contents by SHA-256, behind one small interface. Entry point: {@link evenharbor.edge.blob.Blobs}; a directory on disk
 * is {@link evenharbor.edge.blob.DirectoryBlobs}.
 */
package evenharbor.edge.blob;
