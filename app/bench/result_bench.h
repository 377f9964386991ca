// What the frame view shows of the analysis: which load, what of it, how large; modes on demand.
#pragma once

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QWidget>

class QGridLayout;

namespace wr {

class Document;
class ResultLayer;

class ResultBench : public QWidget
{
    Q_OBJECT
public:
    ResultBench(Document& doc, QWidget* parent = nullptr);
    void watch(ResultLayer* layer); // nullptr without OpenGL: nothing to show in
    QComboBox& loads() { return *loads_; }
    QAbstractButton& button(int shown) { return *what_->button(shown); }
    QSlider& scale() { return *scale_; }
    QCheckBox& animate() { return *animate_; }
    QPushButton& buckling() { return *buckling_; }
    QPushButton& vibration() { return *vibration_; }
    QComboBox& modes() { return *modes_; }
    QString analysisWords() const;

private:
    QGridLayout* buildChoices();
    void fillLoads();
    void follow();
    Document& doc_;
    ResultLayer* layer_ = nullptr;
    QLabel* words_;
    QComboBox *loads_, *modes_;
    QButtonGroup* what_;
    QSlider* scale_;
    QCheckBox* animate_;
    QPushButton *buckling_, *vibration_;
};

} // namespace wr
