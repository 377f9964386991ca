// A member drawn straight: its elements to scale, nodes with what frames in, and what ends the line.
#pragma once

#include <QWidget>

namespace wr {

class Document;

class ChainStrip : public QWidget
{
    Q_OBJECT
public:
    explicit ChainStrip(Document& doc, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Document& doc_;
};

} // namespace wr
