const signs: Record<string, string> = {
	'&': '&amp;',
	'<': '&lt;',
	'>': '&gt;',
	'"': '&quot;',
	"'": '&#39;'
};

/** Text as it stands in HTML, in elements and in quoted attributes. */
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (sign) => signs[sign]);
