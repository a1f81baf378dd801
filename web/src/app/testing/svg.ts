/** In the place of a drawing of the icon package. */
export default '<svg viewBox="0 0 24 24"><path d="M4 4h16" /></svg>';
